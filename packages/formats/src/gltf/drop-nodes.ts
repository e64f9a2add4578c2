import { readOwn } from '@renquil/core/own-json';
import { RenquilError } from '@renquil/core/errors';
import { blankBytes } from './blank-bytes.js';
import { cutBytes } from './cut-bytes.js';
import { dropFromList, listNames, listUsers, type ListName } from './drop-from-list.js';
import type { Gltf } from './gltf-json.js';
import type { GltfSource } from './gltf-source.js';
import { hollow } from './hollow.js';
import { instancing } from './instanced-shapes.js';
import { animatedBy, visibility } from './node-data.js';
import { rebuild } from './rebuild-gltf.js';
import { dropFromVrm, humanBones, isVrm } from './vrm.js';
import { shiftBoard } from './board-extras.js';

/**
 * Extensions known to point at nothing by its number, or from places that are followed. With any other in the file no
 * number may move: an unknown reader of them would be led astray.
 */
const blind = new Set([
  instancing,
  visibility,
  'EXT_meshopt_compression',
  'EXT_texture_avif',
  'EXT_texture_webp',
  'KHR_accessor_float16',
  'KHR_accessor_float64',
  'KHR_draco_mesh_compression',
  'KHR_lights_punctual',
  'KHR_mesh_quantization',
  'KHR_meshopt_compression',
  'KHR_texture_basisu',
  'KHR_texture_transform',
  'KHR_xmp_json_ld',
]);
const blindStart = ['KHR_materials_', 'EXT_materials_'];

/** Whether an extension is known to point at nothing by its number, or from places that are followed. */
function isBlindExtension(name: string): boolean {
  return blind.has(name) || blindStart.some((start) => name.startsWith(start));
}

/**
 * The document without some nodes: they go from the tree, from scenes and animations, and with them everything that
 * they alone used, down to the bytes; so do the meshes that were freed before. Where an extension that we do not know
 * may count things, what goes leaves an empty one in its place, so that no number points at another thing than before.
 * Refuses to drop a joint of a skin that stays.
 */
export function dropNodes(
  source: GltfSource,
  text: string,
  dropped: ReadonlySet<number>,
  freed: ReadonlySet<number> = new Set(),
): Uint8Array {
  const json = readOwn<Gltf>(text);
  for (const index of dropped) refuseJoint(json, index, dropped, source.file);
  if (isVrm(json)) {
    refuseBone(json, dropped, source.file);
    dropFromVrm(json, dropped);
  }
  const counts = extensionsOf(json).some((name) => !isBlindExtension(name));
  const take = counts ? hollow : dropFromList;
  const before = new Map(listNames.map((list) => [list, listUsers(json, list)]));
  for (const mesh of freed) before.get('meshes')!.add(mesh);
  take(json, 'skins', lostSkins(json, dropped));
  before.set('skins', listUsers(json, 'skins'));
  cutFromTree(json, dropped);
  cutAnimations(json, dropped);
  take(json, 'nodes', dropped);
  if (!counts) shiftBoard(json, dropped);
  let chunks = source.chunks;
  for (const list of listNames) {
    if (list === 'nodes') continue;
    const gone = noLongerUsed(json, list, before.get(list)!);
    if (list === 'accessors') chunks = blankBytes(json, gone, chunks);
    if (list === 'bufferViews') chunks = cutBytes(json, gone, chunks, counts);
    if (gone.size && !(counts && list === 'bufferViews')) take(json, list, gone);
  }
  const indent = /\n( +|\t)/.exec(text)?.[1];
  return rebuild(source, JSON.stringify(json, null, indent), chunks);
}

function noLongerUsed(json: Gltf, list: ListName, before: ReadonlySet<number>): Set<number> {
  const now = listUsers(json, list);
  const length = json[list]?.length ?? 0;
  return new Set([...before].filter((index) => index < length && !now.has(index)));
}

/** Those the file says it uses; some are used without being said. */
function extensionsOf(json: Gltf): string[] {
  const used = Array.isArray(json.extensionsUsed) ? json.extensionsUsed : [];
  return [...used, ...Object.keys(json.extensions ?? {})].filter((name) => typeof name === 'string');
}

function refuseJoint(json: Gltf, index: number, dropped: ReadonlySet<number>, file: string): void {
  (json.skins ?? []).forEach((skin, s) => {
    if (!skin.joints.includes(index)) return;
    const wearer = (json.nodes ?? []).findIndex((node, i) => node.skin === s && !dropped.has(i));
    if (wearer < 0) return;
    const joint = json.nodes![index]!.name ?? `node ${index}`;
    const detail = `"${joint}" is a joint of a skin that stays, so it cannot be left out`;
    throw new RenquilError('gltf-invalid', { file, place: `skins[${s}].joints`, detail });
  });
}

/** A humanoid without one of these is none (VRM 1.0, "Required humanoid bones"). */
function refuseBone(json: Gltf, dropped: ReadonlySet<number>, file: string): void {
  const lost = humanBones(json).find(({ node, required }) => required && dropped.has(node));
  if (!lost) return;
  const name = json.nodes?.[lost.node]?.name ?? `node ${lost.node}`;
  const detail = `"${name}" is the ${lost.bone} of the humanoid, which must have one, so it cannot be left out`;
  throw new RenquilError('gltf-invalid', { file, place: 'extensions, humanoid', detail });
}

function cutFromTree(json: Gltf, dropped: ReadonlySet<number>): void {
  for (const holder of json.nodes ?? []) cutList(holder, 'children', dropped);
  for (const scene of json.scenes ?? []) cutList(scene, 'nodes', dropped);
  for (const skin of json.skins ?? [])
    if (skin.skeleton !== undefined && dropped.has(skin.skeleton)) delete skin.skeleton;
}

/** Skins that lose a joint: nothing that stays wears one. */
function lostSkins({ skins = [] }: Gltf, dropped: ReadonlySet<number>): Set<number> {
  return new Set(skins.flatMap(({ joints }, s) => (joints.some((joint) => dropped.has(joint)) ? [s] : [])));
}

function cutList<K extends string>(
  holder: Partial<Record<K, number[]>>,
  key: K,
  dropped: ReadonlySet<number>,
): void {
  const list = holder[key];
  if (!list?.some((node) => dropped.has(node))) return;
  holder[key] = list.filter((node) => !dropped.has(node));
  if (!holder[key]!.length) delete holder[key];
}

function cutAnimations(json: Gltf, dropped: ReadonlySet<number>): void {
  if (!json.animations) return;
  for (const animation of json.animations) {
    const kept = animation.channels.filter(
      (channel) => !animatedBy(channel).some((node) => dropped.has(node)),
    );
    if (kept.length === animation.channels.length) continue;
    const samplers = [...new Set(kept.map((c) => c.sampler))].sort((a, b) => a - b);
    animation.channels = kept.map((c) => ({ ...c, sampler: samplers.indexOf(c.sampler) }));
    animation.samplers = samplers.map((s) => animation.samplers[s]!);
  }
  json.animations = json.animations.filter((animation) => animation.channels.length);
  if (!json.animations.length) delete json.animations;
}

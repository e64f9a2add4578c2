import { RenquilError } from '@renquil/core';
import { binChunk, type GlbChunk } from './glb.js';
import { dropFromList, listUsers } from './drop-from-list.js';
import type { Gltf } from './gltf-json.js';
import type { GltfSource } from './gltf-source.js';
import { rebuild } from './rebuild-gltf.js';
import { shiftBoard } from './board-extras.js';

/**
 * Extensions known to point at no node, or to point only from the node they stand on. With any other in the file the
 * numbers of nodes must not move: an unknown reader of them could be led astray.
 */
const blind = new Set([
  'EXT_mesh_gpu_instancing',
  'EXT_meshopt_compression',
  'EXT_texture_webp',
  'KHR_draco_mesh_compression',
  'KHR_lights_punctual',
  'KHR_mesh_quantization',
  'KHR_meshopt_compression',
  'KHR_texture_basisu',
  'KHR_texture_transform',
  'KHR_node_visibility',
  'KHR_materials_variants',
  'KHR_xmp_json_ld',
]);
const blindStart = ['KHR_materials_', 'EXT_materials_'];

export function isBlindExtension(name: string): boolean {
  return blind.has(name) || blindStart.some((start) => name.startsWith(start));
}

/**
 * The document without some nodes: they go from the tree, from scenes and animations, and with them the meshes,
 * accessors, buffer views and bytes that nothing else uses; so do the meshes that were freed before. Refuses to drop a joint of a skin that stays.
 */
export function dropNodes(
  source: GltfSource,
  text: string,
  dropped: ReadonlySet<number>,
  freed: ReadonlySet<number> = new Set(),
): Uint8Array {
  const json = JSON.parse(text) as Gltf;
  for (const index of dropped) refuseJoint(json, index, dropped, source.file);
  const meshesBefore = usedMeshes(json, new Set());
  cutFromTree(json, dropped);
  cutAnimations(json, dropped);
  const worn = usedMeshes(json, dropped);
  const meshes = new Set([...meshesBefore, ...freed].filter((mesh) => !worn.has(mesh)));
  const others = (json.extensionsUsed ?? []).filter((name) => !isBlindExtension(name));
  if (others.length) for (const index of dropped) json.nodes![index] = {};
  else {
    dropFromList(json, 'nodes', dropped);
    shiftBoard(json, dropped);
  }
  const chunks = dropUnused(json, meshes, source.chunks);
  const indent = /\n( +|\t)/.exec(text)?.[1];
  return rebuild(source, JSON.stringify(json, null, indent), chunks);
}

function usedMeshes(json: Gltf, dropped: ReadonlySet<number>): Set<number> {
  return new Set(
    (json.nodes ?? []).flatMap((node, i) => (node.mesh === undefined || dropped.has(i) ? [] : [node.mesh])),
  );
}

function refuseJoint(json: Gltf, index: number, dropped: ReadonlySet<number>, file: string): void {
  (json.skins ?? []).forEach((skin, s) => {
    if (!skin.joints.includes(index)) return;
    const wearer = (json.nodes ?? []).findIndex((node, i) => node.skin === s && !dropped.has(i));
    if (wearer < 0 && skin.joints.every((joint) => dropped.has(joint))) return;
    const joint = json.nodes![index]!.name ?? `node ${index}`;
    const detail = `"${joint}" is a joint of a skin that stays, so it cannot be left out`;
    throw new RenquilError('gltf-invalid', { file, place: `skins[${s}].joints`, detail });
  });
}

function cutFromTree(json: Gltf, dropped: ReadonlySet<number>): void {
  for (const holder of [...(json.nodes ?? [])]) {
    if (!holder.children?.some((child) => dropped.has(child))) continue;
    holder.children = holder.children.filter((child) => !dropped.has(child));
    if (!holder.children.length) delete holder.children;
  }
  for (const scene of json.scenes ?? []) {
    if (!scene.nodes?.some((node) => dropped.has(node))) continue;
    scene.nodes = scene.nodes.filter((node) => !dropped.has(node));
    if (!scene.nodes.length) delete scene.nodes;
  }
  const skins = new Set<number>();
  (json.skins ?? []).forEach((skin, s) => {
    if (skin.joints.every((joint) => dropped.has(joint))) skins.add(s);
    else if (skin.skeleton !== undefined && dropped.has(skin.skeleton)) delete skin.skeleton;
  });
  if (skins.size) dropFromList(json, 'skins', skins);
}

function cutAnimations(json: Gltf, dropped: ReadonlySet<number>): void {
  if (!json.animations) return;
  for (const animation of json.animations) {
    const kept = animation.channels.filter((c) => c.target.node === undefined || !dropped.has(c.target.node));
    if (kept.length === animation.channels.length) continue;
    const samplers = [...new Set(kept.map((c) => c.sampler))].sort((a, b) => a - b);
    animation.channels = kept.map((c) => ({ ...c, sampler: samplers.indexOf(c.sampler) }));
    animation.samplers = samplers.map((s) => animation.samplers[s]!);
  }
  json.animations = json.animations.filter((animation) => animation.channels.length);
  if (!json.animations.length) delete json.animations;
}

/** Drops meshes, then whatever only they used, one kind after another, and cuts the bytes out of the binary chunk. */
function dropUnused(
  json: Gltf,
  meshes: ReadonlySet<number>,
  chunks: readonly GlbChunk[],
): readonly GlbChunk[] {
  if (!meshes.size) return chunks;
  const freed = (list: 'accessors' | 'bufferViews' | 'materials', act: () => void): Set<number> => {
    const before = listUsers(json, list);
    act();
    const after = listUsers(json, list);
    return new Set([...before].filter((index) => !after.has(index)));
  };
  let materials = new Set<number>();
  const accessors = freed('accessors', () => {
    materials = freed('materials', () => dropFromList(json, 'meshes', meshes));
  });
  dropFromList(json, 'materials', materials);
  const views = freed('bufferViews', () => dropFromList(json, 'accessors', accessors));
  const cut = cutBytes(json, views, chunks);
  dropFromList(json, 'bufferViews', views);
  return cut;
}

function cutBytes(json: Gltf, views: ReadonlySet<number>, chunks: readonly GlbChunk[]): readonly GlbChunk[] {
  const at = chunks.findIndex((chunk) => chunk.type === binChunk);
  const all = json.bufferViews ?? [];
  if (at < 0 || !views.size || json.buffers?.[0]?.uri !== undefined) return chunks;
  const compressed = all.some((view) => view.extensions && Object.keys(view.extensions).length);
  if (compressed) return chunks;
  const kept = all
    .map((view, i) => ({ view, i }))
    .filter(({ view, i }) => view.buffer === 0 && !views.has(i));
  const data = chunks[at]!.data;
  const placed = new Map<number, number>();
  const parts: { from: number; to: number; at: number }[] = [];
  let length = 0;
  for (const { view } of kept.sort((a, b) => (a.view.byteOffset ?? 0) - (b.view.byteOffset ?? 0))) {
    const from = view.byteOffset ?? 0;
    const last = parts.at(-1);
    // Views may share or overlap bytes: what overlaps stays one stretch.
    if (last && from < last.to) {
      placed.set(from, last.at + from - last.from);
      const to = Math.max(last.to, from + view.byteLength);
      length += to - last.to;
      last.to = to;
      continue;
    }
    length = Math.ceil(length / 8) * 8 + (from % 8);
    parts.push({ from, to: from + view.byteLength, at: length });
    placed.set(from, length);
    length += view.byteLength;
  }
  for (const { view } of kept) view.byteOffset = placed.get(view.byteOffset ?? 0)!;
  const out = new Uint8Array(length);
  for (const part of parts) out.set(data.subarray(part.from, part.to), part.at);
  if (length) json.buffers![0]!.byteLength = length;
  else delete json.buffers;
  return chunks.flatMap((chunk, i) => (i !== at ? [chunk] : length ? [{ type: binChunk, data: out }] : []));
}

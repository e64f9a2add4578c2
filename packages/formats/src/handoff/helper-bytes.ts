import type { ObjectId, Scene } from '@renquil/core/scene';
import { accessorsOfMesh, accessorStretches, merged, type Stretch } from '../gltf/accessor-bytes.js';
import { binChunk, jsonChunk, readGlb } from '../gltf/glb.js';
import type { Gltf } from '../gltf/gltf-json.js';
import type { GltfSource } from '../gltf/gltf-source.js';
import { readJson } from '@renquil/core/own-json';

/** Bytes of a stretch from which on it is looked for: shorter ones stand in any file. */
const shortest = 64;
/** Bytes by which a stretch is known, and steps at which it may begin (glTF 2.0, section 3.6.2.4). */
const [head, step] = [shortest, 4];

/**
 * Looks through every byte of a written file for the shapes of what stays home, and names the first object whose shape is
 * still in it; null: none is. What something that goes shows is passed over, and what is packed; equal shapes are looked for
 * once. The cost is one walk over the bytes.
 */
export function helperBytes(
  source: GltfSource,
  { scene, without }: { readonly scene: Scene; readonly without: ReadonlySet<ObjectId> },
  glb: Uint8Array,
): string | null {
  const [first, ...chunks] = readGlb(glb, 'the written file');
  const bin = chunks.find(({ type }) => type === binChunk)?.data;
  if (first?.type !== jsonChunk || !bin?.length) return null;
  const wanted = stretchesOfHome(source, scene, without);
  if (!wanted.size) return null;
  const json = readJson(new TextDecoder().decode(first.data)) as unknown as Gltf;
  const view = new DataView(bin.buffer, bin.byteOffset, bin.byteLength);
  let next = 0;
  const shown = shownStretches(json);
  for (let at = 0; at + shortest <= bin.length; at += step) {
    // What something shows is there by right, even where it is equal: it is passed as a whole.
    while (next < shown.length && shown[next]!.to <= at) next++;
    const here = shown[next];
    if (here && here.from <= at) {
      at = Math.ceil(here.to / step) * step - step;
      continue;
    }
    const known = wanted.get(headOf(view, at));
    const found = known?.find(({ bytes }) => isAt(bin, at, bytes));
    if (found) return scene.get(found.object).name || '(no name)';
  }
  return null;
}

interface Known {
  readonly bytes: Uint8Array;
  readonly object: ObjectId;
}
/** Stretches of shapes that only what stays home wears, by their first bytes. */
function stretchesOfHome(
  { json, buffers }: GltfSource,
  scene: Scene,
  without: ReadonlySet<ObjectId>,
): Map<number, Known[]> {
  const worn = new Set<number>();
  const home = new Map<number, ObjectId>();
  for (const { id, shape } of scene.walk()) {
    if (shape === null || shape >= (json.meshes?.length ?? 0)) continue;
    if (without.has(id)) home.set(shape, home.get(shape) ?? id);
    else worn.add(shape);
  }
  const found = new Map<number, Known[]>();
  const seen = new Set<string>();
  const used = new Set([...worn].flatMap((mesh) => [...accessorsOfMesh(json, mesh)]));
  for (const [mesh, object] of home) {
    if (worn.has(mesh)) continue;
    for (const accessor of accessorsOfMesh(json, mesh)) {
      // Corners are numbers that count up in any file: only what is at them tells a shape.
      if (used.has(accessor) || json.accessors?.[accessor]?.type === 'SCALAR') continue;
      used.add(accessor);
      for (const { buffer, from, to } of accessorStretches(json, accessor)) {
        const bytes = buffers[buffer]?.subarray(from, to);
        if (!bytes || bytes.length < shortest || bytes.every((one) => one === bytes[0])) continue;
        const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
        const key = headOf(view, 0);
        // Ten thousand equal bolts are looked for once.
        const whole = `${key} ${bytes.length} ${sumOf(view)}`;
        if (seen.has(whole)) continue;
        seen.add(whole);
        const known = found.get(key);
        if (known) known.push({ bytes, object });
        else found.set(key, [{ bytes, object }]);
      }
    }
  }
  return found;
}
/** What nodes of the written file show, in order. */
function shownStretches(json: Gltf): Stretch[] {
  const meshes = new Set((json.nodes ?? []).flatMap(({ mesh }) => (mesh === undefined ? [] : [mesh])));
  const accessors = new Set([...meshes].flatMap((mesh) => [...accessorsOfMesh(json, mesh)]));
  return merged([...accessors].flatMap((one) => accessorStretches(json, one)));
}
/** FNV-1a over the first bytes from a place on. */
const headOf = (view: DataView, at: number): number => fnv(view, at, at + head);
const sumOf = (view: DataView): number => fnv(view, 0, view.byteLength - (view.byteLength % 4));
function fnv(view: DataView, from: number, to: number): number {
  let hash = 0x811c9dc5;
  for (let at = from; at < to; at += 4) hash = Math.imul(hash ^ view.getUint32(at, true), 0x01000193);
  return hash >>> 0;
}
function isAt(all: Uint8Array, at: number, bytes: Uint8Array): boolean {
  if (at + bytes.length > all.length) return false;
  for (let i = 0; i < bytes.length; i++) if (all[at + i] !== bytes[i]) return false;
  return true;
}

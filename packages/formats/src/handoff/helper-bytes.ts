import type { ObjectId, Scene } from '@renquil/core/scene';
import { accessorsOfMesh, accessorStretches, type Stretch } from '../gltf/accessor-bytes.js';
import { binChunk, jsonChunk, readGlb } from '../gltf/glb.js';
import type { Gltf } from '../gltf/gltf-json.js';
import type { GltfSource } from '../gltf/gltf-source.js';
import { readJson } from '@renquil/core/own-json';

/** Bytes of a stretch from which on it is looked for: shorter ones stand in any file. */
const shortest = 64;
/** Bytes by which a stretch is known, and steps at which it may begin (glTF 2.0, section 3.6.2.4: at its component's size, of 4 for most). */
const [head, step] = [16, 4];

/**
 * Looks through every byte of a written file for the shapes of what stays home, and names the first object whose shape is
 * still in it; null: none is. Stretches that something that goes has in common with it do not count, nor those whose bytes
 * are packed. The cost is one walk over the bytes.
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
  const shown = shownStretches(json);
  const view = new DataView(bin.buffer, bin.byteOffset, bin.byteLength);
  for (let at = 0; at + shortest <= bin.length; at += step) {
    const known = wanted.get(headOf(view, at));
    if (!known) continue;
    for (const { bytes, object } of known)
      if (isAt(bin, at, bytes) && !shown.some(({ from, to }) => from <= at && at + bytes.length <= to))
        return scene.get(object).name;
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
  const used = new Set([...worn].flatMap((mesh) => [...accessorsOfMesh(json, mesh)]));
  for (const [mesh, object] of home) {
    if (worn.has(mesh)) continue;
    for (const accessor of accessorsOfMesh(json, mesh)) {
      if (used.has(accessor)) continue;
      used.add(accessor);
      for (const { buffer, from, to } of accessorStretches(json, accessor)) {
        const bytes = buffers[buffer]?.subarray(from, to);
        if (!bytes || bytes.length < shortest || bytes.every((one) => one === bytes[0])) continue;
        const key = headOf(new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength), 0);
        const known = found.get(key);
        if (known) known.push({ bytes, object });
        else found.set(key, [{ bytes, object }]);
      }
    }
  }
  return found;
}
/** What nodes of the written file show: that is there by right, even where it is equal. */
function shownStretches(json: Gltf): Stretch[] {
  const meshes = new Set((json.nodes ?? []).flatMap(({ mesh }) => (mesh === undefined ? [] : [mesh])));
  const accessors = new Set([...meshes].flatMap((mesh) => [...accessorsOfMesh(json, mesh)]));
  return [...accessors].flatMap((one) => accessorStretches(json, one)).filter(({ buffer }) => buffer === 0);
}
/** FNV-1a over the first bytes. */
function headOf(view: DataView, at: number): number {
  let hash = 0x811c9dc5;
  for (let i = 0; i < head; i += 4) hash = Math.imul(hash ^ view.getUint32(at + i, true), 0x01000193);
  return hash >>> 0;
}
function isAt(all: Uint8Array, at: number, bytes: Uint8Array): boolean {
  if (at + bytes.length > all.length) return false;
  for (let i = 0; i < bytes.length; i++) if (all[at + i] !== bytes[i]) return false;
  return true;
}

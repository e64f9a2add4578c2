import { RenquilError } from '@renquil/core/errors';
import type { Scene } from '@renquil/core/scene';
import { isGlb, jsonChunk, writeGlb } from './glb.js';
import { openGltf, type GltfSource } from './gltf-source.js';
import { sceneOf } from './read-gltf.js';
import { textOf } from './write-gltf.js';

/** A .glb of which only the JSON was read: its names, its tree, what it counts and how large it is; not its bytes. */
export interface GlbHead {
  readonly scene: Scene;
  /**
   * The file with what was changed in its JSON: bytes to begin with, then its own from `from` to its end. Null: something has
   * to be done to its bytes too, and the whole file is needed.
   */
  write(scene: Scene): { readonly start: Uint8Array; readonly from: number } | null;
}
/** Bytes of a file from one of them on. */
export type PartReader = (from: number, length: number) => Uint8Array;

/**
 * Opens a .glb without the bytes behind its JSON (glTF 2.0, section 4.4), so that a change of names costs no more than a copy
 * of the file and no memory but that of its JSON. Null: it is no .glb.
 * @throws RenquilError gltf-invalid as opening all of it would, but for what only its bytes tell
 */
export function openGlbHead(read: PartReader, size: number, file: string): GlbHead | null {
  const header = read(0, 20);
  if (header.length < 20 || !isGlb(header)) return null;
  const view = new DataView(header.buffer, header.byteOffset, header.byteLength);
  const [length, json] = [view.getUint32(12, true), view.getUint32(16, true)];
  if (json !== jsonChunk || 20 + length > size) return null;
  // As long as the file, and nothing in it: memory that nobody touches is not taken.
  const bytes = new Uint8Array(size);
  bytes.set(header);
  bytes.set(read(20, length), 20);
  for (let at = 20 + length; at + 8 <= size;) {
    const chunk = read(at, 8);
    bytes.set(chunk, at);
    const own = new DataView(chunk.buffer, chunk.byteOffset, 8).getUint32(0, true);
    at += 8 + own;
  }
  const source: GltfSource = openGltf(bytes, file);
  const scene = sceneOf(source.json);
  return {
    scene,
    write(now) {
      const text = textOf(source, now);
      if (text === null) return null;
      const from = 20 + length;
      const made = writeGlb([{ type: jsonChunk, data: new TextEncoder().encode(text.trimEnd()) }]);
      const total = made.length + view.getUint32(8, true) - from;
      if (total > 0xffffffff) throw new RenquilError('file-too-large', { file, limit: '4 GiB' });
      new DataView(made.buffer).setUint32(8, total, true);
      return { start: made, from };
    },
  };
}

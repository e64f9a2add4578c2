import { readOwn } from '@renquil/core/own-json';
import type { Gltf } from './gltf-json.js';
import { binChunk, jsonChunk, readGlb } from './glb.js';

/**
 * A .glb as .gltf with its buffer as a file beside it (glTF 2.0, section 4.4.3): images stay views of the buffer.
 * @param name without an ending
 */
export function splitGlb(name: string, glb: Uint8Array): { name: string; bytes: Uint8Array }[] {
  const chunks = readGlb(glb, `${name}.glb`);
  const json = readOwn<Gltf>(new TextDecoder().decode(chunks.find(({ type }) => type === jsonChunk)!.data));
  const bin = chunks.find(({ type }) => type === binChunk);
  const files: { name: string; bytes: Uint8Array }[] = [];
  const first = json.buffers?.[0];
  if (bin && first && first.uri === undefined) {
    // The chunk is padded to 4 bytes; the buffer says how many are its own.
    const bytes = bin.data.subarray(0, first.byteLength);
    first.uri = `${encodeURIComponent(name)}.bin`;
    files.push({ name: `${name}.bin`, bytes });
  }
  const text = `${JSON.stringify(json, null, 2)}\n`;
  return [{ name: `${name}.gltf`, bytes: new TextEncoder().encode(text) }, ...files];
}

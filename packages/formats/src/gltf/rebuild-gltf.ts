import { jsonChunk, writeGlb, type GlbChunk } from './glb.js';
import type { GltfSource } from './gltf-source.js';

/** The source with another text around the same chunks. */
export function rebuild(
  source: GltfSource,
  text: string,
  chunks: readonly GlbChunk[] = source.chunks,
): Uint8Array {
  if (source.container === 'gltf')
    return new TextEncoder().encode(hasMark(source.bytes) ? mark + text : text);
  return writeGlb([{ type: jsonChunk, data: new TextEncoder().encode(text.trimEnd()) }, ...chunks]);
}

/** A byte order mark is no part of the JSON; it goes back where it was. */
const mark = '\ufeff';
function hasMark([a, b, c]: Uint8Array): boolean {
  return a === 0xef && b === 0xbb && c === 0xbf;
}

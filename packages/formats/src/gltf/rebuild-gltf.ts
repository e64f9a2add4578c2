import { jsonChunk, writeGlb, type GlbChunk } from './glb.js';
import type { GltfSource } from './gltf-source.js';

/** The source with another text around the same chunks. */
export function rebuild(
  source: GltfSource,
  text: string,
  chunks: readonly GlbChunk[] = source.chunks,
): Uint8Array {
  const data = new TextEncoder().encode(text);
  if (source.container === 'gltf') return data;
  return writeGlb([{ type: jsonChunk, data: new TextEncoder().encode(text.trimEnd()) }, ...chunks]);
}

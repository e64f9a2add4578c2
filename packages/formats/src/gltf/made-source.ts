import { binChunk, jsonChunk, writeGlb } from './glb.js';
import type { Gltf } from './gltf-json.js';
import { gltfLimits } from './gltf-limits.js';
import type { GltfSource } from './gltf-source.js';
import { validateGltf } from './validate-gltf.js';

/**
 * A document that was made here, as if it had been read: judged as any other, without being written and parsed in between.
 * Its text and its bytes are made when they are asked for.
 * @throws RenquilError gltf-invalid, as reading its bytes would
 */
export function madeSource(json: Gltf, bin: Uint8Array, file: string): GltfSource {
  const nothing = (): null => null;
  const buffers = validateGltf(json, {
    ...{ file, limits: gltfLimits, bin: bin.length ? bin : null },
    ...{ fetch: nothing, lacks: nothing },
  });
  const chunks = bin.length ? [{ type: binChunk, data: bin }] : [];
  let text: string | null = null;
  let bytes: Uint8Array | null = null;
  return {
    ...{ file, container: 'glb', json, chunks, buffers },
    ...{ resources: new Map<string, Uint8Array>(), lacking: [] },
    get text() {
      return (text ??= padded(JSON.stringify(json)));
    },
    get bytes() {
      return (bytes ??= writeGlb([
        { type: jsonChunk, data: new TextEncoder().encode(this.text) },
        ...chunks,
      ]));
    },
  };
}
/** As it stands in the file: up to a multiple of four bytes (glTF 2.0, section 4.4.3.2). */
function padded(text: string): string {
  const length = new TextEncoder().encode(text).length;
  return text + ' '.repeat((4 - (length % 4)) % 4);
}

import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { componentBytes, compressedBy, typeSizes, type Gltf, type GltfPrimitive } from './gltf-json.js';

/**
 * SHA-256 over what makes a mesh look as it does: of every part its mode, corners, positions and normals, byte for byte
 * with their layout. Null when the bytes cannot be looked into. Materials are not part of it.
 */
export function shapeDigest(json: Gltf, buffers: readonly Uint8Array[], mesh: number): string | null {
  const hash = sha256.create();
  for (const primitive of json.meshes?.[mesh]?.primitives ?? []) {
    const parts = [primitive.attributes['POSITION'], primitive.attributes['NORMAL'], primitive.indices];
    hash.update(new Uint8Array([primitive.mode ?? 4, ...parts.map((at) => (at === undefined ? 0 : 1))]));
    if (isPacked(json, primitive)) return null;
    for (const at of parts) if (at !== undefined) update(hash, json, buffers, at);
  }
  return bytesToHex(hash.digest()).slice(0, 32);
}

function isPacked(json: Gltf, primitive: GltfPrimitive): boolean {
  const at = primitive.attributes['POSITION'];
  const view = at === undefined ? undefined : json.accessors?.[at]?.bufferView;
  const hidden =
    view !== undefined && compressedBy.some((name) => json.bufferViews?.[view]?.extensions?.[name]);
  return (
    hidden ||
    primitive.extensions?.['KHR_draco_mesh_compression'] !== undefined ||
    (at !== undefined && json.accessors![at]!.sparse !== undefined)
  );
}

/** The accessor's own bytes, element by element when other data lies between them. */
function update(
  hash: ReturnType<typeof sha256.create>,
  json: Gltf,
  buffers: readonly Uint8Array[],
  at: number,
): void {
  const accessor = json.accessors![at]!;
  const size = componentBytes[accessor.componentType]! * typeSizes[accessor.type]!;
  hash.update(
    new TextEncoder().encode(
      `${accessor.componentType}${accessor.type}${accessor.count}${accessor.normalized ?? ''}`,
    ),
  );
  if (accessor.bufferView === undefined) return;
  const view = json.bufferViews![accessor.bufferView]!;
  const start = (view.byteOffset ?? 0) + (accessor.byteOffset ?? 0);
  const data = buffers[view.buffer]!;
  const stride = view.byteStride ?? size;
  if (stride === size) hash.update(data.subarray(start, start + size * accessor.count));
  else
    for (let i = 0; i < accessor.count; i++)
      hash.update(data.subarray(start + i * stride, start + i * stride + size));
}

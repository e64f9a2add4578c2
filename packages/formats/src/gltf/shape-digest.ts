import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { componentBytes, isHidden, typeSizes, type Gltf, type GltfPrimitive } from './gltf-json.js';

/**
 * SHA-256 over what makes a mesh look as it does: of every part its mode, corners, every attribute and every morph
 * target, byte for byte with their layout, so that one can stand in for another. Null when the bytes cannot be looked into. Materials are not part of it.
 */
export function shapeDigest(json: Gltf, buffers: readonly Uint8Array[], mesh: number): string | null {
  const hash = sha256.create();
  for (const primitive of json.meshes?.[mesh]?.primitives ?? []) {
    if (isPacked(json, primitive)) return null;
    const parts = accessorsOf(primitive);
    hash.update(bytesOf(`${primitive.mode ?? 4}|${parts.map(([name]) => name).join()}|`));
    for (const [, at] of parts) update(hash, json, buffers, at);
  }
  return bytesToHex(hash.digest()).slice(0, 32);
}

const encoder = new TextEncoder();
/** Texts that come again with every mesh. */
const known = new Map<string, Uint8Array>();
const mostKnown = 1000;
function bytesOf(text: string): Uint8Array {
  let bytes = known.get(text);
  if (!bytes) {
    bytes = encoder.encode(text);
    if (known.size < mostKnown) known.set(text, bytes);
  }
  return bytes;
}
/** Attributes by name, morph targets in their order, corners: each with a word for what it is. */
function accessorsOf({ attributes, targets = [], indices }: GltfPrimitive): [string, number][] {
  const named = (from: Record<string, number>, prefix: string): [string, number][] =>
    Object.keys(from)
      .sort()
      .map((name) => [prefix + name, from[name]!]);
  return [
    ...named(attributes, ''),
    ...targets.flatMap((target, i) => named(target, `${i}.`)),
    ...(indices === undefined ? [] : [['corners', indices] as [string, number]]),
  ];
}

/** Bytes of a mesh's data, each accessor once, as they are when unpacked. */
export function shapeBytes(json: Gltf, mesh: number): number {
  const seen = new Set<number>();
  for (const { attributes, targets, indices } of json.meshes?.[mesh]?.primitives ?? []) {
    for (const name in attributes) seen.add(attributes[name]!);
    for (const target of targets ?? []) for (const name in target) seen.add(target[name]!);
    if (indices !== undefined) seen.add(indices);
  }
  let bytes = 0;
  for (const at of seen) {
    const accessor = json.accessors?.[at];
    if (accessor)
      bytes += accessor.count * componentBytes[accessor.componentType]! * typeSizes[accessor.type]!;
  }
  return bytes;
}

function isPacked(json: Gltf, primitive: GltfPrimitive): boolean {
  if (primitive.extensions?.['KHR_draco_mesh_compression'] !== undefined) return true;
  return accessorsOf(primitive).some(([, at]) => {
    const { bufferView, sparse } = json.accessors![at]!;
    if (bufferView !== undefined && isHidden(json, bufferView)) return true;
    return (
      sparse !== undefined &&
      (isHidden(json, sparse.indices.bufferView) || isHidden(json, sparse.values.bufferView))
    );
  });
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
    bytesOf(`${accessor.componentType}${accessor.type}${accessor.count}${accessor.normalized ?? ''}`),
  );
  if (accessor.sparse) {
    const { count, indices, values } = accessor.sparse;
    hash.update(bytesOf(`s${indices.componentType}${count}`));
    const put = (part: typeof values, bytes: number): void => {
      const view = json.bufferViews![part.bufferView]!;
      const start = (view.byteOffset ?? 0) + (part.byteOffset ?? 0);
      hash.update(buffers[view.buffer]!.subarray(start, start + bytes * count));
    };
    put(indices, componentBytes[indices.componentType]!);
    put(values, size);
  }
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

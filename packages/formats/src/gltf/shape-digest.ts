import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import {
  componentBytes,
  isHidden,
  typeSizes,
  type Gltf,
  type GltfAccessor,
  type GltfPrimitive,
} from './gltf-json.js';

/**
 * SHA-256 over what makes a mesh look as it does: of every part its mode, corners, every attribute and every morph
 * target, byte for byte with their layout, so that one can stand in for another. Null when the bytes cannot be looked into. Materials are not part of it.
 */
export function shapeDigest(json: Gltf, buffers: readonly Uint8Array[], mesh: number): string | null {
  const primitives = json.meshes?.[mesh]?.primitives ?? [];
  for (const primitive of primitives) if (isPacked(json, primitive)) return null;
  const gathered = new Gathered();
  for (const primitive of primitives) {
    const parts = accessorsOf(primitive);
    gathered.text(`${primitive.mode ?? 4}|${parts.map(([name]) => name).join()}|`);
    for (const [, at] of parts) gather(gathered, json, buffers, at);
  }
  return bytesToHex(gathered.digest().subarray(0, 16));
}

/** One for all: what is in it is hashed before the next begins. */
const scratch = new Uint8Array(2 ** 16);
/** Bytes that are hashed: most shapes are small, and cost less when they are put together first. */
class Gathered {
  #length = 0;
  #hash: ReturnType<typeof sha256.create> | null = null;
  bytes(bytes: Uint8Array): void {
    if (this.#length + bytes.length > scratch.length) this.#flush();
    if (bytes.length > scratch.length) return void this.#hash!.update(bytes);
    scratch.set(bytes, this.#length);
    this.#length += bytes.length;
  }
  text(text: string): void {
    this.bytes(bytesOf(text));
  }
  #flush(): void {
    this.#hash ??= sha256.create();
    this.#hash.update(scratch.subarray(0, this.#length));
    this.#length = 0;
  }
  digest(): Uint8Array {
    if (!this.#hash) return sha256(scratch.subarray(0, this.#length));
    this.#flush();
    return this.#hash.digest();
  }
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
function accessorsOf({ attributes, targets, indices }: GltfPrimitive): [string, number][] {
  const parts: [string, number][] = [];
  const named = (from: Record<string, number>, prefix: string): void => {
    for (const name of Object.keys(from).sort()) parts.push([prefix + name, from[name]!]);
  };
  named(attributes, '');
  targets?.forEach((target, i) => named(target, `${i}.`));
  if (indices !== undefined) parts.push(['corners', indices]);
  return parts;
}

/** Bytes of a mesh's data, each accessor once, as they are when unpacked. */
export function shapeBytes(json: Gltf, mesh: number): number {
  const seen: number[] = [];
  for (const { attributes, targets, indices } of json.meshes?.[mesh]?.primitives ?? []) {
    for (const name in attributes) seen.push(attributes[name]!);
    for (const target of targets ?? []) for (const name in target) seen.push(target[name]!);
    if (indices !== undefined) seen.push(indices);
  }
  let bytes = 0;
  // Few are looked through, so that no set is made for each of a million meshes.
  const each = seen.length > few ? [...new Set(seen)] : seen;
  for (let i = 0; i < each.length; i++) {
    if (each === seen && seen.indexOf(seen[i]!) < i) continue;
    const accessor = json.accessors?.[each[i]!];
    if (accessor)
      bytes += accessor.count * componentBytes[accessor.componentType]! * typeSizes[accessor.type]!;
  }
  return bytes;
}
const few = 8;

function isPacked(json: Gltf, primitive: GltfPrimitive): boolean {
  const { extensions, attributes, targets, indices } = primitive;
  if (extensions?.['KHR_draco_mesh_compression'] !== undefined) return true;
  const isHiddenOf = (at: number): boolean => isHiddenAccessor(json, json.accessors![at]!);
  for (const name in attributes) if (isHiddenOf(attributes[name]!)) return true;
  for (const target of targets ?? []) for (const name in target) if (isHiddenOf(target[name]!)) return true;
  return indices !== undefined && isHiddenOf(indices);
}
function isHiddenAccessor(json: Gltf, { bufferView, sparse }: GltfAccessor): boolean {
  if (bufferView !== undefined && isHidden(json, bufferView)) return true;
  return (
    sparse !== undefined &&
    (isHidden(json, sparse.indices.bufferView) || isHidden(json, sparse.values.bufferView))
  );
}

/** The accessor's own bytes, element by element when other data lies between them. */
function gather(into: Gathered, json: Gltf, buffers: readonly Uint8Array[], at: number): void {
  const accessor = json.accessors![at]!;
  const size = componentBytes[accessor.componentType]! * typeSizes[accessor.type]!;
  into.text(`${accessor.componentType}${accessor.type}${accessor.count}${accessor.normalized ?? ''}`);
  if (accessor.sparse) {
    const { count, indices, values } = accessor.sparse;
    into.text(`s${indices.componentType}${count}`);
    const put = (part: typeof values, bytes: number): void => {
      const view = json.bufferViews![part.bufferView]!;
      const start = (view.byteOffset ?? 0) + (part.byteOffset ?? 0);
      into.bytes(buffers[view.buffer]!.subarray(start, start + bytes * count));
    };
    put(indices, componentBytes[indices.componentType]!);
    put(values, size);
  }
  if (accessor.bufferView === undefined) return;
  const view = json.bufferViews![accessor.bufferView]!;
  const start = (view.byteOffset ?? 0) + (accessor.byteOffset ?? 0);
  const data = buffers[view.buffer]!;
  const stride = view.byteStride ?? size;
  if (stride === size) into.bytes(data.subarray(start, start + size * accessor.count));
  else
    for (let i = 0; i < accessor.count; i++)
      into.bytes(data.subarray(start + i * stride, start + i * stride + size));
}

import { RenquilError } from '@renquil/core/errors';
import {
  componentBytes,
  isFallback,
  isHidden,
  typeSizes,
  type Gltf,
  type GltfAccessor,
  type GltfNode,
} from './gltf-json.js';
import { mostMetres } from '@renquil/core/math';
import type { GltfLimits } from './gltf-limits.js';
import { relativePath } from './relative-path.js';
import { instancing } from './instanced-shapes.js';
import { entryOf, isDeeperThan, isIndex, isObject, mostNested, told, type Fail } from './guards.js';
import { validateTree } from './validate-tree.js';

/** Of which file, and how much it may hold. */
export interface ValidateContext {
  readonly file: string;
  readonly limits: GltfLimits;
  readonly bin: Uint8Array | null;
  fetch(uri: string, place: string): Uint8Array | null;
  /** Called for an image that is not there: nothing but a picture is lost, so this is no error. */
  lacks(place: string, uri: string): void;
}

const lists = [
  'nodes',
  'scenes',
  'meshes',
  'materials',
  'accessors',
  'bufferViews',
  'buffers',
  'images',
  'textures',
  'samplers',
  'skins',
  'cameras',
  'animations',
] as const;

/**
 * What must hold for a document to be read and written safely: types, indices, lengths, a tree without cycles, numbers
 * that are numbers. Not a full validator: what it lets pass is carried through as it is. Returns the buffers' bytes.
 */
export function validateGltf(json: Gltf, context: ValidateContext): Uint8Array[] {
  const { file } = context;
  const fail: Fail = (place, detail) => {
    throw new RenquilError('gltf-invalid', { file, place, detail });
  };
  if (!isObject(json)) fail('JSON', 'the document is not an object');
  if (!isObject(json.asset) || typeof json.asset.version !== 'string')
    fail('asset.version', 'it is missing, so this is no glTF');
  if (!/^2\./.test(json.asset.version))
    fail('asset.version', `version "${json.asset.version}" is not supported, only 2.x`);
  for (const list of lists) {
    const value: unknown = json[list];
    if (value === undefined) continue;
    if (!Array.isArray(value)) fail(list, 'it is not a list');
    (value as unknown[]).forEach((item, i) => {
      if (!isObject(item)) fail(`${list}[${i}]`, 'it is not an object');
      // Where something stands is said when it is wrong, not for each of a million that are right.
      checkExtensions(item['extensions'], () => `${list}[${i}].extensions`, fail);
      checkName(item, () => `${list}[${i}]`, fail);
    });
  }
  checkExtensions(json.extensions, () => 'extensions', fail);
  const nodes = json.nodes ?? [];
  if (nodes.length > context.limits.objects) {
    throw new RenquilError('scene-too-large', { count: nodes.length, limit: context.limits.objects });
  }
  const buffers = openBuffers(json, context, fail);
  checkViews(json, buffers, fail);
  checkMeshes(json, fail);
  const packed = packedAccessors(json);
  // What is sparse, or a morph target of nothing, has as many elements as what is there.
  const held = (json.accessors ?? []).reduce(
    (most, one) => (one.bufferView !== undefined && isIndex(one.count) ? Math.max(most, one.count) : most),
    mostClaimed,
  );
  (json.accessors ?? []).forEach((accessor, i) => {
    const most = packed.has(i) ? mostPacked : held;
    checkAccessor(json, accessor, { place: () => `accessors[${i}]`, most }, fail);
  });
  for (let i = 0; i < nodes.length; i++) checkNode(json, i, fail);
  validateTree(json, context.limits.depth, fail);
  checkReferences(json, fail);
  (json.images ?? []).forEach((_, i) => checkImage(json, i, context, fail));
  return buffers;
}

/** What Renquil reads of extensions, it reads of objects in an object. */
function checkExtensions(extensions: unknown, place: () => string, fail: Fail): void {
  if (extensions === undefined) return;
  if (!isObject(extensions)) fail(place(), 'it is not an object');
  for (const [name, one] of Object.entries(extensions))
    if (!isObject(one)) fail(`${place()}.${name.slice(0, 100)}`, 'it is not an object');
}

function checkImage(json: Gltf, index: number, context: ValidateContext, fail: Fail): void {
  const { uri, bufferView } = json.images![index]!;
  const place = `images[${index}]`;
  if (bufferView !== undefined && (!isIndex(bufferView) || !entryOf(json.bufferViews, bufferView)))
    fail(`${place}.bufferView`, `there is no buffer view ${told(bufferView)}`);
  if (uri === undefined) return;
  if (typeof uri !== 'string') fail(`${place}.uri`, 'it is not a text');
  const stays = uri.startsWith('data:') || relativePath(uri) !== null;
  if (!stays || !context.fetch(uri, `${place}.uri`)) context.lacks(`${place}.uri`, uri.slice(0, 120));
}

/** Elements that a file may claim without holding them; and those that are packed in it. */
const [mostClaimed, mostPacked] = [10_000, 100_000_000];

/** Accessors of parts that are packed: they are never looked into. */
function packedAccessors(json: Gltf): Set<number> {
  const packed = new Set<number>();
  for (const { primitives } of json.meshes ?? [])
    for (const { attributes, indices, extensions } of primitives) {
      if (!extensions?.['KHR_draco_mesh_compression']) continue;
      for (const index of Object.values(attributes)) packed.add(index);
      if (indices !== undefined) packed.add(indices);
    }
  return packed;
}

function openBuffers(json: Gltf, context: ValidateContext, fail: Fail): Uint8Array[] {
  return (json.buffers ?? []).map((buffer, i) => {
    const place = `buffers[${i}]`;
    if (!isIndex(buffer.byteLength)) fail(`${place}.byteLength`, 'it is not a length');
    let bytes: Uint8Array | null;
    if (buffer.uri === undefined) {
      if (isFallback(buffer) && !(i === 0 && context.bin)) return new Uint8Array(0);
      bytes = i === 0 ? context.bin : null;
      if (!bytes) fail(place, 'it has no uri, and the file has no binary chunk for it');
    } else {
      if (typeof buffer.uri !== 'string') fail(`${place}.uri`, 'it is not a text');
      bytes = context.fetch(buffer.uri, `${place}.uri`);
      if (!bytes)
        fail(`${place}.uri`, `"${buffer.uri.slice(0, 120)}" is not among the files that came with it`);
    }
    if (bytes.length < buffer.byteLength) {
      fail(place, `it says ${buffer.byteLength} bytes but only ${bytes.length} are there: it was cut short`);
    }
    return bytes.subarray(0, buffer.byteLength);
  });
}

function checkViews(json: Gltf, buffers: readonly Uint8Array[], fail: Fail): void {
  (json.bufferViews ?? []).forEach((view, i) => {
    const place = () => `bufferViews[${i}]`;
    if (!isIndex(view.buffer) || view.buffer >= buffers.length)
      fail(`${place()}.buffer`, `there is no buffer ${told(view.buffer)}`);
    const offset = view.byteOffset ?? 0;
    if (!isIndex(offset) || !isIndex(view.byteLength))
      fail(place(), 'its offset or length is not a whole number');
    const length = json.buffers![view.buffer]!.byteLength;
    if (offset + view.byteLength > length)
      fail(place(), `it ends at byte ${offset + view.byteLength} of a buffer of ${length}`);
  });
}

function checkAccessor(
  json: Gltf,
  accessor: GltfAccessor,
  { place, most }: { readonly place: () => string; readonly most: number },
  fail: Fail,
): void {
  const size = bytesOf(accessor);
  const width = widthOf(accessor);
  if (!size || !width) fail(place(), 'its componentType or type is not one of glTF 2.0');
  if (!isIndex(accessor.count) || accessor.count === 0)
    fail(`${place()}.count`, 'it is not a whole number above 0');
  if (accessor.sparse !== undefined) checkSparse(json, accessor, `${place()}.sparse`, fail);
  if (accessor.bufferView === undefined) {
    // All zeros, or unpacked by an extension that we do not follow: nothing in the file bounds the claim, so we do.
    if (accessor.count > most)
      fail(`${place()}.count`, `it claims ${accessor.count} elements that are not in the file`);
    return;
  }
  const view = entryOf(json.bufferViews, accessor.bufferView);
  if (!view) fail(`${place()}.bufferView`, `there is no buffer view ${told(accessor.bufferView)}`);
  const offset = accessor.byteOffset ?? 0;
  if (!isIndex(offset)) fail(`${place()}.byteOffset`, 'it is not a whole number');
  const compressed = isHidden(json, accessor.bufferView);
  const stride = view.byteStride ?? size * width;
  const need = offset + stride * (accessor.count - 1) + size * width;
  if (!compressed && need > view.byteLength) {
    fail(
      place(),
      `its ${accessor.count} elements need ${need} bytes, and buffer view ${accessor.bufferView} has ${view.byteLength}`,
    );
  }
}

/** Bytes of a component, and components of an element; nothing for what glTF 2.0 does not have. */
function bytesOf({ componentType }: { readonly componentType: unknown }): number | undefined {
  return typeof componentType === 'number' ? componentBytes[componentType] : undefined;
}
function widthOf({ type }: { readonly type: unknown }): number | undefined {
  return typeof type === 'string' && Object.hasOwn(typeSizes, type) ? typeSizes[type] : undefined;
}

function checkSparse(json: Gltf, accessor: GltfAccessor, place: string, fail: Fail): void {
  const { sparse } = accessor;
  if (!isObject(sparse) || !isObject(sparse?.indices) || !isObject(sparse?.values))
    fail(place, 'it lacks its indices or values');
  if (!isIndex(sparse.count) || sparse.count > accessor.count)
    fail(`${place}.count`, 'it is more than the accessor holds');
  const parts = [
    { part: sparse.indices, bytes: bytesOf(sparse.indices) ?? 0 },
    { part: sparse.values, bytes: componentBytes[accessor.componentType]! * typeSizes[accessor.type]! },
  ];
  for (const { part, bytes } of parts) {
    const view = entryOf(json.bufferViews, part.bufferView);
    const offset = part.byteOffset ?? 0;
    if (!view || !isIndex(offset) || !bytes || offset + bytes * sparse.count > view.byteLength)
      fail(place, 'its values lie outside their buffer view');
  }
}

function checkMeshes(json: Gltf, fail: Fail): void {
  const accessors = json.accessors?.length ?? 0;
  (json.meshes ?? []).forEach((mesh, i) => {
    if (!Array.isArray(mesh.primitives)) fail(`meshes[${i}].primitives`, 'it is not a list');
    mesh.primitives.forEach((primitive, k) => {
      const place = () => `meshes[${i}].primitives[${k}]`;
      if (!isObject(primitive) || !isObject(primitive.attributes)) fail(place(), 'it has no attributes');
      checkExtensions(primitive.extensions, () => `${place()}.extensions`, fail);
      const { targets } = primitive;
      if (targets !== undefined && !(Array.isArray(targets) && targets.every(isObject)))
        fail(`${place()}.targets`, 'it is not a list of morph targets');
      const look = (index: unknown): void => {
        if (!isIndex(index) || index >= accessors) fail(place(), `there is no accessor ${told(index)}`);
      };
      for (const target of targets ?? []) Object.values(target).forEach(look);
      for (const name in primitive.attributes) look(primitive.attributes[name]);
      if (primitive.indices !== undefined) look(primitive.indices);
      if (primitive.material !== undefined && !entryOf(json.materials, primitive.material)) {
        fail(`${place()}.material`, `there is no material ${told(primitive.material)}`);
      }
    });
  });
}

/** Longest name of anything. */
const mostLetters = 65_536;
function checkName({ name }: Record<string, unknown>, place: () => string, fail: Fail): void {
  if (name === undefined) return;
  if (typeof name !== 'string') fail(`${place()}.name`, 'it is not a text');
  if (!name.isWellFormed()) fail(`${place()}.name`, 'it holds half of a surrogate pair, which no text may');
  if (name.length > mostLetters)
    fail(`${place()}.name`, `it has ${name.length} characters; ${mostLetters} are the most`);
}

function checkNode(json: Gltf, at: number, fail: Fail): void {
  const node: GltfNode & { readonly extras?: unknown } = json.nodes![at]!;
  if (node.extras !== undefined && isDeeperThan(mostNested, node.extras))
    fail(`nodes[${at}].extras`, `it has more than ${mostNested} levels within each other`);
  for (const [key, length] of vectors) {
    const value: unknown = node[key];
    if (value !== undefined) checkVector(value, length, () => `nodes[${at}].${key}`, fail);
  }
  for (const [key, list] of wears) {
    const index = node[key];
    if (index === undefined) continue;
    if (!isIndex(index) || index >= (json[list]?.length ?? 0))
      fail(`nodes[${at}].${key}`, `there is no ${key} ${told(index)}`);
  }
  const many = node.extensions?.[instancing];
  if (many !== undefined) checkInstances(json, many, `nodes[${at}].extensions.${instancing}`, fail);
}
const vectors = [
  ['matrix', 16],
  ['translation', 3],
  ['rotation', 4],
  ['scale', 3],
] as const;
const wears = [
  ['mesh', 'meshes'],
  ['skin', 'skins'],
  ['camera', 'cameras'],
] as const;
function checkVector(value: unknown, length: number, place: () => string, fail: Fail): void {
  let isGood = Array.isArray(value) && value.length === length;
  let isFar = false;
  // A file has hundreds of thousands of them: one walk, and nothing is made.
  for (let i = 0; isGood && i < length; i++) {
    const n: unknown = (value as unknown[])[i];
    if (typeof n !== 'number' || !Number.isFinite(n)) isGood = false;
    else if (n > mostMetres || n < -mostMetres) isFar = true;
  }
  if (!isGood) fail(place(), `it is not a list of ${length} finite numbers`);
  if (isFar)
    fail(place(), `it has a number beyond ${mostMetres}: nothing stands that far out, or is that large`);
}

/** The instance attributes of EXT_mesh_gpu_instancing: accessors of one count, of the types it gives. */
function checkInstances(json: Gltf, many: unknown, place: string, fail: Fail): void {
  const attributes = isObject(many) ? many['attributes'] : undefined;
  if (!isObject(attributes)) fail(`${place}.attributes`, 'it is not an object');
  const types: Readonly<Record<string, string>> = { TRANSLATION: 'VEC3', ROTATION: 'VEC4', SCALE: 'VEC3' };
  let count: number | undefined;
  for (const [name, at] of Object.entries(attributes)) {
    const accessor = isIndex(at) ? json.accessors?.[at] : undefined;
    if (!accessor) fail(`${place}.attributes.${name}`, `there is no accessor ${told(at)}`);
    if (Object.hasOwn(types, name) && accessor.type !== types[name])
      fail(`${place}.attributes.${name}`, `it is ${accessor.type} and must be ${types[name]}`);
    if (accessor.count !== (count ??= accessor.count))
      fail(`${place}.attributes.${name}`, `it has ${accessor.count} instances where another has ${count}`);
  }
}

function checkReferences(json: Gltf, fail: Fail): void {
  const nodes = json.nodes?.length ?? 0;
  (json.skins ?? []).forEach((skin, i) => {
    if (!Array.isArray(skin.joints)) fail(`skins[${i}].joints`, 'it is not a list');
    for (const joint of skin.joints)
      if (!isIndex(joint) || joint >= nodes) fail(`skins[${i}].joints`, `there is no node ${told(joint)}`);
  });
  (json.animations ?? []).forEach((animation, i) => {
    if (!Array.isArray(animation.channels)) fail(`animations[${i}].channels`, 'it is not a list');
    const samplers = animation.samplers as unknown;
    if (!Array.isArray(samplers)) fail(`animations[${i}].samplers`, 'it is not a list');
    samplers.forEach((sampler: unknown, k) => {
      const { input, output } = isObject(sampler) ? sampler : {};
      for (const at of [input, output])
        if (!isIndex(at) || at >= (json.accessors?.length ?? 0))
          fail(`animations[${i}].samplers[${k}]`, `there is no accessor ${told(at)}`);
    });
    animation.channels.forEach((channel, k) => {
      const place = `animations[${i}].channels[${k}]`;
      if (!isObject(channel) || !isObject(channel.target)) fail(place, 'it has no target');
      if (!isIndex(channel.sampler) || channel.sampler >= samplers.length)
        fail(`${place}.sampler`, `there is no sampler ${told(channel.sampler)}`);
      checkExtensions(channel.target.extensions, () => `${place}.target.extensions`, fail);
      const { node } = channel.target;
      if (node !== undefined && (!isIndex(node) || node >= nodes)) {
        fail(`${place}.target.node`, `there is no node ${told(node)}`);
      }
    });
  });
}

import { instancing } from './instanced-shapes.js';
import type { Gltf, GltfPrimitive } from './gltf-json.js';

/** The lists that things may go from, each after those that point at it. */
export const listNames = [
  'nodes',
  'skins',
  'cameras',
  'meshes',
  'materials',
  'textures',
  'samplers',
  'images',
  'accessors',
  'bufferViews',
] as const;
/** A list of a glTF file whose elements others tell by index. */
export type ListName = (typeof listNames)[number];
/** Called with a holder and the key under which it keeps an index. */
type Visit = (holder: Record<string, unknown>, key: string) => void;

/** Calls `on` with everything that may keep an index, `each` with what is a list or table of them. */
interface Visitor {
  readonly on: On;
  readonly each: (holder: unknown) => void;
}
const primitivesOf = (json: Gltf): GltfPrimitive[] => (json.meshes ?? []).flatMap((mesh) => mesh.primitives);

/** Who points into each list, in core glTF 2.0 and in the extensions named here. */
const pointers: Readonly<Record<ListName, (json: Gltf, visitor: Visitor) => void>> = {
  nodes(json, { on, each }) {
    for (const scene of json.scenes ?? []) each(scene.nodes);
    for (const node of json.nodes ?? []) each(node.children);
    for (const skin of json.skins ?? []) {
      each(skin.joints);
      on(skin, 'skeleton');
    }
    for (const animation of json.animations ?? [])
      for (const channel of animation.channels) on(channel.target, 'node');
  },
  meshes(json, { on }) {
    for (const node of json.nodes ?? []) on(node, 'mesh');
  },
  skins(json, { on }) {
    for (const node of json.nodes ?? []) on(node, 'skin');
  },
  materials(json, { on }) {
    for (const primitive of primitivesOf(json)) {
      on(primitive, 'material');
      const mappings = primitive.extensions?.['KHR_materials_variants']?.['mappings'];
      if (Array.isArray(mappings)) for (const mapping of mappings) on(mapping, 'material');
    }
  },
  accessors(json, { on, each }) {
    for (const primitive of primitivesOf(json)) {
      each(primitive.attributes);
      on(primitive, 'indices');
      for (const target of primitive.targets ?? []) each(target);
    }
    for (const skin of json.skins ?? []) on(skin, 'inverseBindMatrices');
    for (const { samplers } of json.animations ?? [])
      for (const sampler of samplers) {
        on(sampler, 'input');
        on(sampler, 'output');
      }
    for (const node of json.nodes ?? []) each(node.extensions?.[instancing]?.['attributes']);
  },
  bufferViews(json, { on }) {
    for (const accessor of json.accessors ?? []) {
      on(accessor, 'bufferView');
      on(accessor.sparse?.indices, 'bufferView');
      on(accessor.sparse?.values, 'bufferView');
    }
    for (const image of json.images ?? []) on(image, 'bufferView');
    visitPacked(primitivesOf(json), on);
  },
  cameras(json, { on }) {
    for (const node of json.nodes ?? []) on(node, 'camera');
  },
  textures(json, { on }) {
    for (const material of json.materials ?? []) visitTextures(material, on);
  },
  samplers(json, { on }) {
    for (const texture of json.textures ?? []) on(texture, 'sampler');
  },
  images(json, { on }) {
    for (const texture of json.textures ?? []) {
      on(texture, 'source');
      for (const extension of Object.values(texture.extensions ?? {})) on(extension, 'source');
    }
  },
};

/** Every place that points into a list. */
function visitReferences(json: Gltf, list: ListName, visit: Visit): void {
  const on: On = (holder, key) => {
    const object = holder as Record<string, unknown> | undefined;
    if (object && typeof object[key] === 'number') visit(object, key);
  };
  const each = (holder: unknown): void => {
    if (holder) for (const key of Object.keys(holder)) on(holder, key);
  };
  pointers[list](json, { on, each });
}

type On = (holder: unknown, key: string) => void;
function visitPacked(primitives: readonly GltfPrimitive[], on: On): void {
  for (const primitive of primitives) on(primitive.extensions?.['KHR_draco_mesh_compression'], 'bufferView');
}

/** Every `...Texture` of a material and of its KHR_materials extensions holds the index of one. */
export function visitTextures(material: object, on: On): void {
  const stack: unknown[] = [material];
  for (let one = stack.pop(); one !== undefined; one = stack.pop())
    for (const [key, value] of Object.entries(one as object)) {
      if (typeof value !== 'object' || value === null || key === 'extras') continue;
      if (key.endsWith('Texture')) on(value, 'index');
      stack.push(value);
    }
}

/** The indexes of a list that something in the document points at. */
export function listUsers(json: Gltf, list: ListName): Set<number> {
  const used = new Set<number>();
  visitReferences(json, list, (holder, key) => used.add(holder[key] as number));
  return used;
}

/** Takes entries out of a list and counts every reference down; a reference to one that went is taken out. */
export function dropFromList(json: Gltf, list: ListName, dropped: ReadonlySet<number>): void {
  const before = json[list] as unknown[] | undefined;
  if (!before || !dropped.size) return;
  const to = new Int32Array(before.length).fill(-1);
  const kept: unknown[] = [];
  before.forEach((item, i) => {
    if (!dropped.has(i)) to[i] = kept.push(item) - 1;
  });
  visitReferences(json, list, (holder, key) => {
    const now = to[holder[key] as number]!;
    if (now >= 0) holder[key] = now;
    else if (!Array.isArray(holder)) delete holder[key];
  });
  if (kept.length) (json[list] as unknown[]) = kept;
  else delete json[list];
}

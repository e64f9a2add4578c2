import { multiply, type Mat4 } from '@renquil/core/math';
import type { XmlElement } from '@rgrove/parse-xml';
import { RenquilError } from '@renquil/core/errors';
import { FileUnits } from '../file-units.js';
import { GlbBuilder, placedBy, type ShapePart } from '../gltf/glb-builder.js';
import { gltfLimits } from '../gltf/gltf-limits.js';
import { laidPart } from '../gltf/laid-part.js';
import type { GltfSource, ResourceReader } from '../gltf/gltf-source.js';
import { putKeys } from '../gltf/put-keys.js';
import { unknownLook } from '../gltf/unknown-look.js';
import { drawnImage, imagesOf, pictureOf } from './collada-pictures.js';
import { ColladaMotion } from './collada-motion.js';
import { matrixOf, numbersOf } from './collada-numbers.js';
import { ColladaShapes, type FindById } from './collada-shapes.js';
import { element, elements, XmlFile } from './xml-file.js';

/** A node of a COLLADA file as an object. */
export interface ColladaNode {
  readonly element: XmlElement;
  readonly name: string;
  readonly parent: number;
  readonly children: number[];
  /** The node that stands here again (`instance_node`), by the first place where it stands; left out: it stands here first. */
  readonly again?: number;
}
/** A COLLADA file (ISO/PAS 17506): the nodes of its visual scene, parents first, and its materials. */
export interface ColladaScene {
  readonly xml: XmlFile;
  readonly find: FindById;
  readonly nodes: readonly ColladaNode[];
  readonly materials: readonly { readonly element: XmlElement; readonly name: string }[];
  readonly units: FileUnits;
  readonly isXUp: boolean;
  readonly motion: ColladaMotion;
  /** What is carried and not read, counted. */
  readonly unread: ReadonlyMap<string, number>;
  /** Gives what lies beside the file. */
  readonly read: ResourceReader;
}

/** @throws RenquilError collada-invalid with line and column */
export function openCollada(bytes: Uint8Array, file: string, read?: ResourceReader): ColladaScene {
  const xml = new XmlFile(bytes, file);
  if (xml.root.name !== 'COLLADA')
    throw new RenquilError('collada-invalid', {
      ...{ file, line: 1, column: 1 },
      detail: `its root is "${xml.root.name.slice(0, 60)}", not "COLLADA"`,
    });
  const ids = new Map<string, XmlElement>();
  eachElement(xml.root, (one) => {
    const { id } = one.attributes;
    if (id !== undefined && !ids.has(id)) ids.set(id, one);
  });
  const find: FindById = (uri) => (uri?.startsWith('#') ? (ids.get(uri.slice(1)) ?? null) : null);
  const asset = element(xml.root, 'asset');
  const metres = Number(element(asset, 'unit')?.attributes['meter'] ?? 1);
  const up = element(asset, 'up_axis')?.text.trim();
  const motion = new ColladaMotion(xml.root, find);
  return {
    ...{ xml, find, nodes: nodesOf(xml, find), materials: materialsOf(xml) },
    units: new FileUnits(metres > 0 && Number.isFinite(metres) ? metres : 1, up === 'Z_UP'),
    isXUp: up === 'X_UP',
    motion,
    unread: unreadOf(xml.root, motion.unread, read ?? ((): null => null)),
    read: read ?? ((): null => null),
  };
}
/** Every element, without calling itself. */
function eachElement(root: XmlElement, visit: (one: XmlElement) => void): void {
  const stack = [root];
  while (stack.length) {
    const one = stack.pop()!;
    visit(one);
    for (const child of elements(one)) stack.push(child);
  }
}
function nameOf(xml: XmlFile, one: XmlElement): string {
  const span = xml.attribute(one, 'name') ?? xml.attribute(one, 'id');
  return span ? xml.words(span) : '';
}
/** Of the visual scene that the file shows, else the first. */
function nodesOf(xml: XmlFile, find: FindById): ColladaNode[] {
  const shown = element(xml.root, 'scene', 'instance_visual_scene')?.attributes['url'];
  const scene = find(shown) ?? element(xml.root, 'library_visual_scenes', 'visual_scene');
  const nodes: ColladaNode[] = [];
  const stack = elements(scene, 'node')
    .map((one) => ({ one, parent: -1 }))
    .reverse();
  while (stack.length) {
    const { one, parent } = stack.pop()!;
    if (nodes.length >= gltfLimits.objects)
      throw new RenquilError('scene-too-large', { count: nodes.length + 1, limit: gltfLimits.objects });
    const at = nodes.push({ element: one, name: nameOf(xml, one), parent, children: [] }) - 1;
    if (parent >= 0) nodes[parent]!.children.push(at);
    for (const child of elements(one, 'node').reverse()) stack.push({ one: child, parent: at });
  }
  return withInstances(nodes, xml, find);
}
/** Nodes that stand there once more, at most, and in each other. */
const [mostAgain, mostNested] = [200_000, 64];
/** The same with what `instance_node` puts into nodes: behind all others, so that their numbers stay. */
function withInstances(nodes: ColladaNode[], xml: XmlFile, find: FindById): ColladaNode[] {
  const first = new Map(nodes.map(({ element: one }, at) => [one, at]));
  let left = mostAgain;
  const plain = nodes.length;
  /** Of each that is put in, where that which it came with begins. */
  const begins: number[] = [];
  /** Whether a node stands within itself by that, or too deep: asked of each that was put in on the way, not of each node. */
  const isRing = (target: XmlElement, parent: number): boolean => {
    for (let at = parent, depth = 0; at >= 0; depth++) {
      const { element: one } = nodes[at]!;
      if (depth > mostNested || (target.start <= one.start && target.end >= one.end)) return true;
      at = at < plain ? -1 : nodes[begins[at]!]!.parent;
    }
    return false;
  };
  // Those that are put in are looked at in their turn.
  for (let at = 0; at < nodes.length; at++) {
    const targets = elements(nodes[at]!.element, 'instance_node')
      .map((one) => find(one.attributes['url']))
      .filter((one) => one?.name === 'node');
    // What stands below an instance comes with it.
    const below = at < plain ? [] : elements(nodes[at]!.element, 'node');
    for (const [i, target] of ([...below, ...targets] as XmlElement[]).entries()) {
      if (left-- <= 0) return nodes;
      const isBelow = i < below.length;
      if (!isBelow && isRing(target, at)) continue;
      const known = first.get(target);
      const made = { element: target, name: nameOf(xml, target), parent: at, children: [] };
      const place = nodes.push(known === undefined ? made : { ...made, again: known }) - 1;
      if (known === undefined) first.set(target, place);
      begins[place] = isBelow ? begins[at]! : place;
      nodes[at]!.children.push(place);
    }
  }
  return nodes;
}
function materialsOf(xml: XmlFile): { element: XmlElement; name: string }[] {
  return elements(xml.root, 'library_materials')
    .flatMap((library) => elements(library, 'material'))
    .map((one) => ({ element: one, name: nameOf(xml, one) }));
}
function unreadOf(root: XmlElement, channels: number, read: ResourceReader): Map<string, number> {
  const found = new Map<string, number>();
  // Pictures that did not come, or are of a kind that glTF has not.
  const images = [...imagesOf(root).values()].filter((image) => !drawnImage(image, read)).length;
  if (images) found.set('images', images);
  if (channels) found.set('channels of animation', channels);
  for (const name of ['library_physics_scenes', 'library_force_fields']) {
    const count = elements(root, name).reduce(
      (sum, library) => sum + elements(library).length - elements(library, 'asset').length,
      0,
    );
    if (count) found.set(name.replace('library_', '').replace('_', ' '), count);
  }
  return found;
}

/** The objects of the file as glTF, node for node in their order. */
export function colladaGltf(
  scene: ColladaScene,
  file: string,
  progress?: (done: number, total: number) => void,
): GltfSource {
  const build = new Build(scene);
  scene.nodes.forEach((node, at) => {
    if ((at & 1023) === 1023) progress?.(at, scene.nodes.length);
    build.node(node, at);
  });
  const joints = scene.nodes.flatMap(({ element: one }, at) =>
    one.attributes['type'] === 'JOINT' ? [at] : [],
  );
  if (joints.length) build.out.skins.push({ joints });
  const roots = scene.nodes.flatMap(({ parent }, at) => (parent < 0 ? [at] : []));
  return build.out.source(file, roots, build.looks, null);
}
/** The plain colour of an effect (ISO/PAS 17506, profile_COMMON). */
function lookOf(
  { find, read }: ColladaScene,
  { element: one, name }: ColladaScene['materials'][number],
  images: ReadonlyMap<string, XmlElement>,
  wear: (picture: Uint8Array) => number | null,
) {
  const effect = find(element(one, 'instance_effect')?.attributes['url']);
  const technique = element(effect, 'profile_COMMON', 'technique');
  const shading = elements(technique).find(({ name: kind }) => /^(lambert|phong|blinn|constant)$/.test(kind));
  // What shines by itself is its colour only where nothing else can be.
  const own = shading?.name === 'constant' ? 'emission' : 'diffuse';
  const colour = numbersOf(element(shading, own, 'color'));
  const [clear = 1] = numbersOf(element(shading, 'transparency', 'float'));
  const picture = pictureOf(effect, element(shading, own), { find, images, read });
  const index = picture && wear(picture);
  if (index !== null)
    return { name, pbrMetallicRoughness: { baseColorFactor: [1, 1, 1, 1], baseColorTexture: { index } } };
  const isColour = colour.length >= 3 && colour.every((n) => n >= 0 && n <= 1);
  if (!isColour) return unknownLook(name);
  const [r, g, b] = colour as [number, number, number];
  // An alpha of nothing at all is how some exporters write that nothing is seen through.
  const a = clear > 0 && clear <= 1 && element(shading, 'transparent') ? clear : 1;
  return {
    name,
    pbrMetallicRoughness: { baseColorFactor: [r, g, b, a] },
    ...(a < 1 ? { alphaMode: 'BLEND' } : {}),
  };
}
/** X up to Y up: a quarter turn about Z. */
const xUp: Mat4 = [0, 1, 0, 0, -1, 0, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1];

/** What may be looked at for all keys of a file: a node that would need more stands still. */
const mostMoves = 4_000_000;

class Build {
  readonly out = new GlbBuilder();
  readonly looks: ReturnType<typeof lookOf>[];
  readonly #shapes: ColladaShapes;
  readonly #materialAt: ReadonlyMap<XmlElement, number>;
  readonly #meshes = new Map<string, number | null>();
  readonly #ids = new Map<XmlElement, number>();
  #room = mostMoves;
  constructor(readonly scene: ColladaScene) {
    this.#shapes = new ColladaShapes(scene.find, scene.xml.file);
    const images = imagesOf(scene.xml.root);
    this.looks = scene.materials.map((one) =>
      lookOf(scene, one, images, (picture) => this.out.pictures.add(picture)),
    );
    this.#materialAt = new Map(scene.materials.map(({ element: one }, at) => [one, at]));
  }
  node({ element: one, name, parent, children }: ColladaNode, at: number): void {
    const { units, isXUp, motion } = this.scene;
    const placed = (m: Mat4): Mat4 => units.into(isXUp && parent < 0 ? multiply(xUp, m) : m);
    const mesh = this.#mesh(one, name);
    const kind = element(one, 'instance_camera') ? 'camera' : element(one, 'instance_light') ? 'light' : null;
    this.out.nodes.push({
      name,
      ...(children.length ? { children } : {}),
      ...placedBy(placed(matrixOf(one))),
      ...(mesh === null ? {} : { mesh }),
      ...(kind && mesh === null ? { extras: { renquil: { kind } } } : {}),
    });
    const moves = motion.of(one, this.#room);
    if (!moves) return;
    this.#room -= moves.work;
    putKeys(this.out, at, { times: moves.times, at: (time) => placed(moves.at(time)) });
  }
  /** All that a node draws, in one; nodes that draw the same share it. */
  #mesh(one: XmlElement, name: string): number | null {
    const drawn = elements(one).flatMap((instance) => this.#drawn(instance));
    if (!drawn.length) return null;
    const key = JSON.stringify(drawn.map(({ geometry, materials }) => [this.#idOf(geometry), materials]));
    let known = this.#meshes.get(key);
    if (known === undefined) {
      const parts = drawn.flatMap(({ geometry, materials }) =>
        this.#shapes.of(geometry).map((part): ShapePart => {
          const material = part.isLines ? -1 : (materials[part.symbol] ?? -1);
          const wears = 'baseColorTexture' in (this.looks[material]?.pbrMetallicRoughness ?? {});
          const { points, corners, isLines, places } = part;
          const plain = { points, corners, isLines, material, comesAgain: true };
          if (!wears || !places) return plain;
          const laid = { per: 'faceVarying', values: places.values, indices: [] } as const;
          return laidPart({ ...plain, comesAgain: false }, { corners, places: places.of, faces: [] }, laid);
        }),
      );
      const called = drawn.length === 1 ? nameOf(this.scene.xml, drawn[0]!.geometry) : name;
      known = this.out.mesh(called, parts, this.scene.units);
      this.#meshes.set(key, known);
    }
    return known;
  }
  #idOf(one: XmlElement): number {
    let id = this.#ids.get(one);
    if (id === undefined) this.#ids.set(one, (id = this.#ids.size));
    return id;
  }
  #drawn(instance: XmlElement): { geometry: XmlElement; materials: Record<string, number> }[] {
    const { find } = this.scene;
    const isController = instance.name === 'instance_controller';
    if (!isController && instance.name !== 'instance_geometry') return [];
    const geometry = this.#shapes.geometryOf(find(instance.attributes['url']));
    if (geometry?.name !== 'geometry') return [];
    const materials: Record<string, number> = Object.create(null) as Record<string, number>;
    const common = element(instance, 'bind_material', 'technique_common');
    for (const bound of elements(common, 'instance_material')) {
      const at = this.#materialAt.get(find(bound.attributes['target'])!);
      if (at !== undefined) materials[bound.attributes['symbol'] ?? ''] = at;
    }
    return [{ geometry, materials }];
  }
}

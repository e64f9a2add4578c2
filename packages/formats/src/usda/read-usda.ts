import { identityMat4, invertAffine, multiply, type Mat4 } from '@renquil/core/math';
import type { Switches } from '@renquil/core/scene';
import type { GltfNode } from '../gltf/gltf-json.js';
import { GlbBuilder, placedBy } from '../gltf/glb-builder.js';
import type { GltfSource, ResourceReader } from '../gltf/gltf-source.js';
import { withOthers } from './layer-parts.js';
import { parseUsda } from './parse-usda.js';
import { attributesOf, ourWords } from './usda-facts.js';
import { UsdaMaterials } from './usda-materials.js';
import { outlineOf, type UsdaOutline } from './usda-outline.js';
import { isObject } from '../gltf/guards.js';
import { UsdaMotion } from './usda-motion.js';
import { boardOf, collectionsOf } from './usda-sets.js';
import { UsdaPictures } from './usda-pictures.js';
import { UsdaShapes } from './usda-shapes.js';
import { UsdaStage } from './usda-stage.js';
import { unitsOf } from './usda-units.js';
import type { FileUnits } from '../file-units.js';
import { xformOps } from './xform-ops.js';

/** A layer with what its objects are: node `n` of the .glb is place `outline.places[n]`. */
export interface UsdaScene {
  readonly stage: UsdaStage;
  readonly outline: UsdaOutline;
  readonly units: FileUnits;
  readonly read: ResourceReader | undefined;
}
const lightTypes = /^(Distant|Sphere|Rect|Disk|Cylinder|Dome|Geometry|Portal)Light(_\d+)?$/;
/** Cameras and lights look along -Z whatever is up, so what turns the layer must not turn what they look along. */
const looks = (type: string): boolean => type === 'Camera' || lightTypes.test(type);

/**
 * Opens a layer of OpenUSD text.
 * @param read gives the files that lie beside it, which it is layered on or takes over from
 * @param asWhole see UsdaStage
 * @throws RenquilError usda-invalid with line and column
 */
export function openUsda(bytes: Uint8Array, file: string, read?: ResourceReader, asWhole = false): UsdaScene {
  const stage = new UsdaStage(withOthers(parseUsda(bytes, file), read), asWhole);
  return { stage, outline: outlineOf(stage), units: unitsOf(stage), read };
}

/** The transform of an object as it stands in the layer, from that of the scene. */
export function layerMatrix(
  { stage, outline, units }: UsdaScene,
  node: number,
  parent: number,
  m: Mat4,
): Mat4 {
  if (!units.isZUp) return units.back(m);
  const tips = (at: number): boolean => at >= 0 && looks(stage.typeOf(outline.places[at]!));
  const before = tips(parent) ? multiply(units.turn, m) : m;
  return units.back(tips(node) ? multiply(before, units.turnBack) : before);
}
/** The other way. */
function sceneMatrix({ stage, outline, units }: UsdaScene, node: number, parent: number, m: Mat4): Mat4 {
  const into = units.into(m);
  if (!units.isZUp) return into;
  const tips = (at: number): boolean => at >= 0 && looks(stage.typeOf(outline.places[at]!));
  const before = tips(parent) ? multiply(units.turnBack, into) : into;
  return tips(node) ? multiply(before, units.turn) : before;
}

/** The objects of a layer as a .glb: what is drawn, judged and handed off as glTF. Node for node in the order of the layer. */
export function usdaGltf(
  scene: UsdaScene,
  file: string,
  progress?: (done: number, total: number) => void,
): GltfSource {
  const { stage, outline } = scene;
  const out = new GlbBuilder();
  const pictures = new UsdaPictures(stage, scene.read);
  const materials = new UsdaMaterials(stage, pictures, (bytes) => out.pictures.add(bytes));
  const build = new Build(scene, out, new UsdaShapes(stage, materials));
  outline.places.forEach((_, node) => {
    if ((node & 1023) === 1023) progress?.(node, outline.places.length);
    build.node(node);
  });
  build.joints();
  build.motion.put(build.out);
  const ours = boardOf(stage, outline, collectionsOf(stage, outline));
  const extras = Object.keys(ours).length ? { renquil: ours } : null;
  return build.out.source(file, outline.roots, materials.list, extras);
}

class Build {
  readonly #parents: Int32Array;
  readonly #locals: Mat4[] = [];
  readonly #worlds: (Mat4 | undefined)[] = [];
  readonly motion: UsdaMotion;
  /** Meshes that arcs brought in, by what they bring. */
  readonly #shared = new Map<string, number | null>();
  constructor(
    readonly scene: UsdaScene,
    readonly out: GlbBuilder,
    readonly shapes: UsdaShapes,
  ) {
    this.motion = new UsdaMotion(scene.stage);
    this.#parents = new Int32Array(scene.outline.places.length).fill(-1);
    scene.outline.children.forEach((list, at) => list.forEach((child) => (this.#parents[child] = at)));
  }
  node(node: number): void {
    const { stage, outline } = this.scene;
    const place = outline.places[node]!;
    const joints = outline.joints.length ? this.#jointsUnder(place, -1) : [];
    const children = joints.length ? outline.children[node]!.concat(joints) : outline.children[node]!;
    const extras = this.#extras(place);
    const mesh = this.#mesh(place);
    this.out.nodes.push({
      name: stage.namespace.places[place]!.name,
      ...(children.length ? { children: [...children] } : {}),
      ...this.#placed(node, place),
      ...(mesh === null ? {} : { mesh }),
      ...this.#looksWith(place),
      ...(isEmpty(extras) ? {} : { extras }),
    });
  }
  /** Where a node stands in the world: only what stands there itself, whatever is above it, asks. */
  #worldOf(node: number): Mat4 {
    const way: number[] = [];
    let at = node;
    for (; at >= 0 && !this.#worlds[at]; at = this.#parents[at]!) way.push(at);
    let world = at < 0 ? identityMat4 : this.#worlds[at]!;
    for (const one of way.reverse()) this.#worlds[one] = world = multiply(world, this.#locals[one]!);
    return world;
  }
  /** Joints are nodes after all prims; those of one skeleton are a skin, by which they are known. */
  joints(): void {
    const { stage, outline, units } = this.scene;
    const bySkeleton = new Map<number, number[]>();
    const words = new Map<number, unknown>();
    outline.joints.forEach(({ skeleton, path, name, matrix }, at) => {
      if (!words.has(skeleton))
        words.set(skeleton, ourWords(stage, stage.ownField(skeleton, 'customData')?.value)['joints']);
      const kept = words.get(skeleton);
      const said = isObject(kept) && isObject(kept[path]) ? kept[path] : {};
      const extras = extrasOf({}, said);
      const children = this.#jointsUnder(skeleton, at);
      this.out.nodes.push({
        ...{ name, ...(children.length ? { children } : {}) },
        ...placedBy(units.into(matrix)),
        ...(Object.keys(extras).length ? { extras } : {}),
      });
      const list = bySkeleton.get(skeleton);
      if (list) list.push(this.out.nodes.length - 1);
      else bySkeleton.set(skeleton, [this.out.nodes.length - 1]);
    });
    for (const joints of bySkeleton.values()) this.out.skins.push({ joints });
  }
  /** Nodes of the joints right under one; -1: under the skeleton itself. */
  #jointsUnder(skeleton: number, parent: number): number[] {
    const { places, joints } = this.scene.outline;
    this.#below ??= joints.reduce((map, joint, at) => {
      const key = `${joint.skeleton} ${joint.parent}`;
      const list = map.get(key);
      if (list) list.push(places.length + at);
      else map.set(key, [places.length + at]);
      return map;
    }, new Map<string, number[]>());
    return this.#below.get(`${skeleton} ${parent}`) ?? [];
  }
  #below: Map<string, number[]> | null = null;
  #placed(node: number, place: number): Partial<GltfNode> {
    const parent = this.#parents[node]!;
    const { matrix, resets, isAnimated } = xformOps(this.scene.stage, place);
    const above = resets ? this.#worldOf(parent) : null;
    const back = above && (invertAffine(above) ?? identityMat4);
    const local = back ? multiply(back, matrix) : matrix;
    this.#locals.push(local);
    if (isAnimated) {
      this.motion.add(node, place, (at) =>
        sceneMatrix(this.scene, node, parent, back ? multiply(back, at) : at),
      );
    }
    const m = sceneMatrix(this.scene, node, parent, local);
    return placedBy(m);
  }
  #mesh(place: number): number | null {
    const { stage, units } = this.scene;
    const { name } = stage.namespace.places[place]!;
    const arcs = stage.brought(place);
    if (!arcs.length) {
      const own = this.shapes.of(place);
      return own && this.out.mesh(name, own, units);
    }
    // What takes over the same and adds nothing of its own is one shape, so that copies are instances.
    const isOwn = this.shapes.isOwn(place);
    const bound = this.shapes.materials.boundTo(place);
    const isWhole = stage.isWhole(place);
    // Of one that is drawn alone only who says something of its shape counts; of the others, who holds anything does.
    const by = isWhole
      ? [...arcs, -1, ...stage.namespace.places[place]!.children]
      : arcs.filter((at) => this.shapes.isOwn(at));
    const key = JSON.stringify([by, isOwn ? place : -1, bound]);
    let known = this.#shared.get(key);
    if (known === undefined) {
      const parts = this.shapes.taken(place, isWhole);
      known = parts && this.out.mesh(name, parts, units);
      this.#shared.set(key, known);
    }
    return known;
  }
  #extras(place: number): Record<string, unknown> {
    const { stage } = this.scene;
    const isHelper = this.#isHelper(place);
    const switches: Partial<Switches> = {
      ...(stage.text(stage.property(place, 'visibility')?.value) === 'invisible' ? { shown: false } : {}),
      ...(stage.word(stage.field(place, 'active')?.value) === 'false' ? { shown: false, goes: false } : {}),
      ...(stage.specifierOf(place) === 'class' ? { shown: false } : {}),
    };
    const type = stage.typeOf(place);
    const kind = isHelper ? 'helper' : looks(type) ? (type === 'Camera' ? 'camera' : 'light') : null;
    const ours = {
      ...(kind ? { kind } : {}),
      ...(Object.keys(switches).length ? { switches } : {}),
      ...ourWords(stage, stage.ownField(place, 'customData')?.value),
    };
    return extrasOf(attributesOf(stage, place), ours);
  }
  /** A class, a guide or a proxy, and all below one: none of it is there to be seen. */
  #isHelper(place: number): boolean {
    const { stage } = this.scene;
    const { parent } = stage.namespace.places[place]!;
    const purpose = stage.text(stage.property(place, 'purpose')?.value);
    const own = purpose === 'guide' || purpose === 'proxy' || stage.specifierOf(place) === 'class';
    const is = own || (parent >= 0 && this.#helpers.has(parent));
    if (is) this.#helpers.add(place);
    return is;
  }
  readonly #helpers = new Set<number>();
  /** Its camera or light, as glTF has them (section 3.10; KHR_lights_punctual). */
  #looksWith(place: number): Partial<GltfNode> {
    const { stage, units } = this.scene;
    const type = stage.typeOf(place);
    const numbers = (name: string): number[] => {
      const out = stage.numbers(stage.property(place, name)?.value);
      return out.every(Number.isFinite) ? out : [];
    };
    if (type === 'Camera') {
      const [focal = 50] = numbers('focalLength');
      const [wide = 20.955, high = 15.2908] = [
        numbers('horizontalAperture')[0],
        numbers('verticalAperture')[0],
      ];
      const [near = 1, far = 1_000_000] = numbers('clippingRange');
      if (!(focal > 0 && wide > 0 && high > 0 && near > 0 && far > near)) return {};
      const perspective = {
        ...{ yfov: 2 * Math.atan(high / (2 * focal)), aspectRatio: wide / high },
        ...{ znear: near * units.metres, zfar: far * units.metres },
      };
      return { camera: this.out.cameras.push({ type: 'perspective', perspective }) - 1 };
    }
    if (!lightTypes.test(type) || type.startsWith('Dome')) return {};
    const [intensity = 1] = numbers('inputs:intensity');
    const colour = numbers('inputs:color');
    const light = this.out.lights.push({
      type: type.startsWith('Distant') ? 'directional' : 'point',
      ...(colour.length >= 3 && colour.every((n) => n >= 0 && n <= 1) ? { color: colour.slice(0, 3) } : {}),
      ...(intensity >= 0 ? { intensity } : {}),
    });
    return { extensions: { KHR_lights_punctual: { light: light - 1 } } };
  }
}
const nothing: Record<string, unknown> = Object.freeze({});
function isEmpty(record: object): boolean {
  for (const _ in record) return false;
  return true;
}
/** What is said of an object, as a node has it. */
function extrasOf(own: Record<string, unknown>, ours: Record<string, unknown>): Record<string, unknown> {
  if (isEmpty(ours)) return isEmpty(own) ? nothing : { ...own };
  const { attributes, joints: _joints, ...rest } = ours;
  const kept = isObject(attributes) ? attributes : {};
  // Null says that it was taken away, though the prim itself has it.
  const all = Object.entries({ ...own, ...kept }).filter(([, value]) => value !== null);
  return { ...Object.fromEntries(all), ...(Object.keys(rest).length ? { renquil: rest } : {}) };
}

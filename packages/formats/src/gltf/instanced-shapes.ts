import {
  determinant3,
  toMatrix,
  transformBox,
  uniteBoxes,
  type Box,
  type Mat4,
  type Quat,
  type Vec3,
} from '@renquil/core/math';
import { readFloats } from './decode-shape.js';
import type { Gltf } from './gltf-json.js';

/** The extension by which one node stands for many. */
export const instancing = 'EXT_mesh_gpu_instancing';
/** Instances of one file that are looked into, one after another. */
const mostInstances = 4_000_000;

/** A mesh that a node draws many times over: where, and how many. */
export interface InstancedShape {
  readonly mesh: number;
  readonly attributes: Readonly<Record<string, number>>;
  readonly count: number;
}

/**
 * The shapes of a file that are a mesh drawn many times (EXT_mesh_gpu_instancing): they stand after its meshes in the
 * list of shapes, one for each mesh and set of instances, so that what counts and bounds shapes counts all of them.
 */
class InstancedShapes {
  readonly list: InstancedShape[] = [];
  readonly #byNode = new Map<number, number>();
  readonly #meshes: number;
  constructor(json: Gltf) {
    this.#meshes = json.meshes?.length ?? 0;
    const known = new Map<string, number>();
    json.nodes?.forEach(({ mesh, extensions }, node) => {
      const attributes = extensions?.[instancing]?.['attributes'] as Record<string, number> | undefined;
      if (mesh === undefined || !attributes) return;
      const [first] = Object.values(attributes);
      if (first === undefined) return;
      const key = `${mesh}${JSON.stringify(attributes)}`;
      let at = known.get(key);
      if (at === undefined) {
        const { count } = json.accessors![first]!;
        at = this.#meshes + this.list.push({ mesh, attributes, count }) - 1;
        known.set(key, at);
      }
      this.#byNode.set(node, at);
    });
  }
  /** Meshes and instanced ones. */
  get shapes(): number {
    return this.#meshes + this.list.length;
  }
  shapeOf(json: Gltf, node: number): number | null {
    return this.#byNode.get(node) ?? json.nodes?.[node]?.mesh ?? null;
  }
  at(shape: number): InstancedShape | undefined {
    return this.list[shape - this.#meshes];
  }
  meshOf(shape: number): number {
    return this.at(shape)?.mesh ?? shape;
  }
}

const known = new WeakMap<Gltf, InstancedShapes>();
/** The instances of a file's nodes, read when asked for. */
export function instancedShapes(json: Gltf): InstancedShapes {
  let shapes = known.get(json);
  if (!shapes) known.set(json, (shapes = new InstancedShapes(json)));
  return shapes;
}

/** Shapes of a file: its meshes, then those that are instanced. */
export function shapeCount(json: Gltf): number {
  return instancedShapes(json).shapes;
}

/** The matrices of all instances; null when their numbers cannot be looked into. */
export function instanceMatrices(
  json: Gltf,
  buffers: readonly Uint8Array[],
  { attributes, count }: InstancedShape,
): Mat4[] | null {
  const read = (name: string): Float32Array | null | undefined =>
    attributes[name] === undefined ? undefined : readFloats(json, buffers, attributes[name]);
  const [t, r, s] = [read('TRANSLATION'), read('ROTATION'), read('SCALE')];
  if (t === null || r === null || s === null) return null;
  const three = (from: Float32Array | undefined, i: number, none: number): Vec3 =>
    from ? [from[i * 3]!, from[i * 3 + 1]!, from[i * 3 + 2]!] : [none, none, none];
  const turn = (i: number): Quat =>
    r ? [r[i * 4]!, r[i * 4 + 1]!, r[i * 4 + 2]!, r[i * 4 + 3]!] : [0, 0, 0, 1];
  return Array.from({ length: count }, (_, i) =>
    toMatrix({ t: three(t, i, 0), r: turn(i), s: three(s, i, 1) }),
  );
}

/** Boxes of instanced shapes, in the space of their node; null where they cannot be told. */
export class InstanceBoxes {
  #left = mostInstances;
  constructor(
    readonly json: Gltf,
    readonly buffers: readonly Uint8Array[],
  ) {}
  of(instanced: InstancedShape, box: Box | null): Box | null {
    this.#left -= instanced.count;
    if (!box || this.#left < 0) return null;
    const matrices = instanceMatrices(this.json, this.buffers, instanced);
    let all: Box | null = null;
    for (const matrix of matrices ?? []) all = uniteBoxes(all, transformBox(matrix, box));
    return all && [...all.min, ...all.max].every(Number.isFinite) ? all : null;
  }
}

/** Whether an instance turns its shape inside out, so that corners go the other way round. */
export function mirrors(matrix: Mat4): boolean {
  return determinant3(matrix) < 0;
}

import { BatchedMesh, type BufferGeometry, InstancedMesh, Matrix4, type Material } from 'three';
import type { ObjectId } from '@renquil/core/scene';

/** A place in a pool: what stands there can be moved and taken away without touching its neighbours. */
export interface Placed {
  readonly pool: DrawnPool;
  readonly at: number;
}
/** Objects that are drawn in one call, few enough triangles that a slow machine draws them between two frames. */
export interface DrawnPool {
  readonly mesh: InstancedMesh | BatchedMesh;
  /** Which object stands at a place. */
  readonly objects: (ObjectId | undefined)[];
  /** Objects that stand in it. */
  readonly size: number;
  /** Triangles drawn in one call. */
  readonly triangles: number;
  set(at: number, matrix: Matrix4): void;
  remove(at: number): void;
  dispose(): void;
}
/** Triangles of one draw call at most, unless a single shape has more: software drawing does some 400 in a millisecond. */
export const callMost = 8000;

const nowhere = new Matrix4().makeScale(0, 0, 0);

/** Objects of one shape: one draw call. What was taken away is drawn as nothing until its place is used again. */
export class InstancePool implements DrawnPool {
  readonly mesh: InstancedMesh;
  readonly objects: (ObjectId | undefined)[] = [];
  readonly #free: number[] = [];
  readonly #faces: number;

  /** Places for as many as are `expected`, as far as one call goes. */
  constructor(geometry: BufferGeometry, material: Material, expected: number) {
    this.#faces = trianglesOf(geometry);
    const most = Math.max(1, Math.floor(callMost / Math.max(1, this.#faces)));
    this.mesh = new InstancedMesh(geometry, material, Math.min(most, Math.max(1, expected)));
    this.mesh.count = 0;
    this.mesh.frustumCulled = false;
  }
  get size(): number {
    return this.objects.length - this.#free.length;
  }
  get triangles(): number {
    return this.mesh.count * this.#faces;
  }
  holds(geometry: BufferGeometry): boolean {
    if (geometry !== this.mesh.geometry) return false;
    return this.#free.length > 0 || this.objects.length < this.mesh.instanceMatrix.count;
  }
  add(_shape: BufferGeometry, id: ObjectId, matrix: Matrix4): number {
    const at = this.#free.pop() ?? this.objects.length;
    this.objects[at] = id;
    this.mesh.count = this.objects.length;
    this.set(at, matrix);
    return at;
  }
  set(at: number, matrix: Matrix4): void {
    this.mesh.setMatrixAt(at, matrix);
    this.mesh.instanceMatrix.needsUpdate = true;
  }
  remove(at: number): void {
    this.objects[at] = undefined;
    this.#free.push(at);
    this.set(at, nowhere);
  }
  dispose(): void {
    this.mesh.dispose();
  }
}

/** How much one batch holds: enough to save draw calls, little enough to be drawn and filled in one go. */
const room = { instances: 700, vertices: 16_000, indices: callMost * 3 };

/** Many shapes of one material, each with its objects, in shared buffers: one draw call for all of them. */
export class BatchPool implements DrawnPool {
  readonly mesh: BatchedMesh;
  readonly objects: (ObjectId | undefined)[] = [];
  readonly #geometries = new Map<BufferGeometry, number>();
  readonly #faces: number[] = [];
  size = 0;
  triangles = 0;

  constructor(first: BufferGeometry, material: Material) {
    const [vertices, indices] = sizeOf(first);
    this.mesh = new BatchedMesh(
      room.instances,
      Math.max(room.vertices, vertices),
      Math.max(room.indices, indices),
      material,
    );
    this.mesh.frustumCulled = false;
    this.mesh.perObjectFrustumCulled = false;
    this.mesh.sortObjects = false;
  }
  /** Whether a shape is small enough to share a call with others. */
  static isFor(geometry: BufferGeometry): boolean {
    return trianglesOf(geometry) < callMost / 2;
  }
  /** Whether one more object of this shape finds room. */
  holds(geometry: BufferGeometry): boolean {
    if (this.size >= room.instances) return false;
    // Instances of a shape that is there already cost no room, but they are drawn.
    if (this.size > 0 && this.triangles + trianglesOf(geometry) > callMost) return false;
    if (this.#geometries.has(geometry)) return true;
    const [vertices, indices] = sizeOf(geometry);
    return vertices <= this.mesh.unusedVertexCount && indices <= this.mesh.unusedIndexCount;
  }
  add(geometry: BufferGeometry, id: ObjectId, matrix: Matrix4): number {
    let shape = this.#geometries.get(geometry);
    if (shape === undefined) this.#geometries.set(geometry, (shape = this.mesh.addGeometry(geometry)));
    const at = this.mesh.addInstance(shape);
    this.mesh.setMatrixAt(at, matrix);
    this.objects[at] = id;
    this.#faces[at] = trianglesOf(geometry);
    this.triangles += this.#faces[at];
    this.size++;
    return at;
  }
  set(at: number, matrix: Matrix4): void {
    this.mesh.setMatrixAt(at, matrix);
  }
  remove(at: number): void {
    this.objects[at] = undefined;
    this.triangles -= this.#faces[at]!;
    this.size--;
    this.mesh.deleteInstance(at);
  }
  dispose(): void {
    this.mesh.dispose();
  }
}

/** Triangles of a geometry, indexed or not. */
export function trianglesOf(geometry: BufferGeometry): number {
  return (geometry.getIndex()?.count ?? geometry.getAttribute('position').count) / 3;
}
function sizeOf(geometry: BufferGeometry): [number, number] {
  return [geometry.getAttribute('position').count, geometry.getIndex()!.count];
}

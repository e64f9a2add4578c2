import { BatchedMesh, type BufferGeometry, InstancedMesh, Matrix4, type Material } from 'three';
import type { ObjectId } from '@renquil/core';

/** A place in a pool: what stands there can be moved and taken away without touching its neighbours. */
export interface Placed {
  readonly pool: DrawnPool;
  readonly at: number;
}
export interface DrawnPool {
  readonly mesh: InstancedMesh | BatchedMesh;
  /** Which object stands at a place. */
  readonly objects: (ObjectId | undefined)[];
  set(at: number, matrix: Matrix4): void;
  remove(at: number): void;
}

const nowhere = new Matrix4().makeScale(0, 0, 0);

/** Many objects of one shape: one draw call. Grows by doubling; what was taken away is drawn as nothing until its place is used again. */
export class InstancePool implements DrawnPool {
  mesh: InstancedMesh;
  readonly objects: (ObjectId | undefined)[] = [];
  readonly #free: number[] = [];
  constructor(
    readonly geometry: BufferGeometry,
    readonly material: Material,
    capacity: number,
    /** The mesh was exchanged for a larger one. */
    readonly exchanged: (before: InstancedMesh, after: InstancedMesh) => void,
  ) {
    this.mesh = this.#make(Math.max(1, capacity));
  }
  add(id: ObjectId, matrix: Matrix4): number {
    const at = this.#free.pop() ?? this.objects.length;
    if (at >= this.mesh.instanceMatrix.count) this.#grow();
    this.objects[at] = id;
    this.mesh.count = this.objects.length;
    this.set(at, matrix);
    return at;
  }
  set(at: number, matrix: Matrix4): void {
    this.mesh.setMatrixAt(at, matrix);
    this.mesh.instanceMatrix.needsUpdate = true;
    this.mesh.boundingSphere = null;
  }
  remove(at: number): void {
    this.objects[at] = undefined;
    this.#free.push(at);
    if (this.#free.length < this.objects.length) return this.set(at, nowhere);
    // Nothing is left: nothing is drawn, not even what is drawn as nothing.
    this.#free.length = this.objects.length = this.mesh.count = 0;
  }
  #grow(): void {
    const before = this.mesh;
    this.mesh = this.#make(before.instanceMatrix.count * 2);
    this.mesh.instanceMatrix.array.set(before.instanceMatrix.array);
    this.exchanged(before, this.mesh);
    before.dispose();
  }
  #make(capacity: number): InstancedMesh {
    const mesh = new InstancedMesh(this.geometry, this.material, capacity);
    mesh.count = this.objects.length;
    mesh.frustumCulled = false;
    return mesh;
  }
}

/** How much one batch holds: enough to save draw calls, little enough to be filled in one go. */
const room = { instances: 2000, vertices: 120_000, indices: 240_000 };

/** Many shapes of one material, each with its objects, in shared buffers: one draw call for all of them. */
export class BatchPool implements DrawnPool {
  readonly mesh: BatchedMesh;
  readonly objects: (ObjectId | undefined)[] = [];
  readonly #geometries = new Map<BufferGeometry, number>();
  #instances = 0;

  constructor(material: Material, first: BufferGeometry) {
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
  /** Whether one more object of this shape finds room. */
  holds(geometry: BufferGeometry): boolean {
    if (this.#instances >= room.instances) return false;
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
    this.#instances++;
    return at;
  }
  set(at: number, matrix: Matrix4): void {
    this.mesh.setMatrixAt(at, matrix);
  }
  remove(at: number): void {
    this.objects[at] = undefined;
    this.#instances--;
    this.mesh.deleteInstance(at);
  }
}

function sizeOf(geometry: BufferGeometry): [number, number] {
  return [geometry.getAttribute('position').count, geometry.getIndex()!.count];
}

import { Group, InstancedMesh, LineSegments, Matrix4, type BufferGeometry, type Material } from 'three';
import type { Mat4 } from '@renquil/core/math';
import { drawnWorld, type ObjectId, type Scene } from '@renquil/core/scene';
import type { ShapeStore } from './shape-store';
import type { StageContent } from './stage-content';

/** What is drawn over something: its faces, its lines, its edges. */
export type MarkPart = 'fill' | 'line' | 'edge';
/** The same, and why it is drawn once more: it is picked, or it will be there. */
export type MarkKind = `${'pick' | 'will'}-${MarkPart}`;
/** Objects that are outlined at most. */
const most = 300;

/** What is picked, or where something will be, drawn once more on top of everything. */
export class StageMarks {
  readonly group = new Group();
  constructor(
    readonly scene: Scene,
    readonly store: ShapeStore,
    readonly content: StageContent,
    readonly material: (part: MarkPart) => Material,
  ) {}

  mark(picked: ReadonlySet<ObjectId>): void {
    this.clear();
    let left = most;
    for (const id of picked) {
      if (left <= 0) break;
      if (!this.scene.find(id)) continue;
      for (const object of this.scene.walk(id)) {
        if (left <= 0) break;
        if (object.shape !== null) this.#shape(object.shape, drawnWorld(this.scene, object.id));
        else if (object.outline)
          this.#line(this.store.outlineOf(object.outline), 'line', this.scene.world(object.id));
        else continue;
        left--;
      }
    }
  }
  /** Objects where they will be, each by its world matrix with what is baked into it. */
  place(places: ReadonlyMap<ObjectId, Mat4>): void {
    this.clear();
    let left = most;
    for (const [id, world] of places) {
      const shape = this.scene.find(id)?.shape ?? null;
      if (shape === null) continue;
      if (--left < 0) break;
      this.#shape(shape, world);
    }
  }
  clear(): void {
    for (const mark of this.group.children) if (mark instanceof InstancedMesh) mark.dispose();
    this.group.clear();
  }
  #shape(shape: number, world: Mat4): void {
    const parts = this.store.partsOf(shape);
    if (!parts) {
      const box = this.content.boxMatrix(shape);
      if (box) this.#fill(this.content.unitBox, new Matrix4().fromArray(world).multiply(box));
      return;
    }
    for (const { geometry, edges, lines } of parts) {
      if (lines) this.#line(geometry, 'line', world);
      else this.#fill(geometry, new Matrix4().fromArray(world));
      if (edges) this.#line(edges, 'edge', world);
    }
  }
  #fill(geometry: BufferGeometry, world: Matrix4): void {
    const body = new InstancedMesh(geometry, this.material('fill'), 1);
    body.setMatrixAt(0, world);
    body.renderOrder = 2;
    this.group.add(body);
  }
  #line(geometry: BufferGeometry, kind: MarkPart, world: Mat4): void {
    const line = new LineSegments(geometry, this.material(kind));
    line.matrixAutoUpdate = false;
    line.matrix.fromArray(world);
    line.renderOrder = 3;
    this.group.add(line);
  }
}

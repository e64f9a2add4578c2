import { LineSegments, type BufferGeometry, type Group, type Material } from 'three';
import type { Mat4 } from '@renquil/core/math';
import { drawnWorld, type ObjectId, type Scene, type SceneObject } from '@renquil/core/scene';
import type { ContentMaterials } from './content-materials';
import { sameWorld } from './same-world';

/** Objects with drawn edges at most: each is a draw call of its own. */
const edgesMost = 2500;

/** A line that is drawn, and what for. */
export interface Outlined {
  readonly line: LineSegments;
  readonly of: unknown;
  world: Mat4;
  seen: number;
}

/** Lines of what is drawn: edges of shapes, shapes that are lines, outlines of controls. */
export class LineKeeper {
  readonly outlined = new Map<ObjectId, Outlined>();
  readonly #edges = new Set<LineSegments>();
  readonly #others = new Set<LineSegments>();
  constructor(
    readonly group: Group,
    readonly materials: ContentMaterials,
  ) {}

  /** Null: there are too many already. */
  edge(geometry: BufferGeometry, world: Mat4): LineSegments | null {
    if (this.#edges.size >= edgesMost) return null;
    const line = this.#make(geometry, this.materials.edge, world);
    this.#edges.add(line);
    return line;
  }
  line(geometry: BufferGeometry, material: Material, world: Mat4): LineSegments {
    const line = this.#make(geometry, material, world);
    this.#others.add(line);
    return line;
  }
  remove(line: LineSegments): void {
    this.group.remove(line);
    if (!this.#edges.delete(line)) this.#others.delete(line);
  }
  /** What is no shape but is drawn: a control made here. */
  outline({ id, outline }: SceneObject, scene: Scene, geometry: BufferGeometry, seen: number): void {
    const world = drawnWorld(scene, id);
    let held = this.outlined.get(id);
    if (held && held.of !== outline) {
      this.forget(id);
      held = undefined;
    }
    if (!held) {
      held = { line: this.line(geometry, this.materials.line, world), of: outline, world, seen };
      this.outlined.set(id, held);
    } else if (!sameWorld(held.world, world)) held.line.matrix.fromArray((held.world = world));
    held.seen = seen;
  }
  forget(id: ObjectId): void {
    const held = this.outlined.get(id);
    if (!held) return;
    this.remove(held.line);
    this.outlined.delete(id);
  }
  /** Outlines that were not seen go. */
  sweep(seen: number): void {
    for (const [id, held] of this.outlined) if (held.seen !== seen) this.forget(id);
  }
  /** All lines, edges last: they are left out while the view moves. */
  drawn(): LineSegments[] {
    return [...this.#others, ...this.#edges];
  }
  #make(geometry: BufferGeometry, material: Material, world: Mat4): LineSegments {
    const line = new LineSegments(geometry, material);
    line.matrixAutoUpdate = false;
    line.matrix.fromArray(world);
    this.group.add(line);
    return line;
  }
}

import type { ObjectId, SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { FoundBy } from './found-by.js';
import type { Relation } from './house-rule.js';

/** For each relation one number an id: how many are found below it, above it, or among its children (0: among the roots). */
type Counted = Int32Array;

/** How many of what is found stand so to an object. Worked out in one walk; a name that comes or goes changes it in place. */
export class NearCounts {
  #counts: Counted | null = null;
  /** Of the tree it was worked out of. */
  #structure = -1;
  constructor(
    readonly scene: Scene,
    readonly found: FoundBy,
    readonly relation: Relation,
  ) {}
  of(object: SceneObject): number {
    if (!this.#counts || this.#structure !== this.scene.structure) this.#count();
    const counts = this.#counts!;
    if (this.relation !== 'beside') return counts[object.id] ?? 0;
    return (counts[object.parent ?? 0] ?? 0) - (this.found.has(object.id) ? 1 : 0);
  }
  /** Whose counts change when one is found or not found any more. */
  *concernedBy(id: ObjectId): Generator<ObjectId> {
    const object = this.scene.find(id);
    if (!object) return;
    const { parent } = object;
    if (this.relation === 'below') for (const above of this.scene.ancestors(id)) yield above.id;
    else if (this.relation === 'directly below') {
      if (parent !== null) yield parent;
    } else if (this.relation === 'beside') yield* this.scene.childrenOf(parent);
    else for (const below of this.scene.walk(id)) if (below.id !== id) yield below.id;
  }
  /** Takes over that some are found now, or not any more; null: it is counted anew. */
  turn(turned: readonly ObjectId[] | null): void {
    if (turned && this.#structure === this.scene.structure && this.#counts) {
      for (const id of turned) this.#turn(id, this.found.has(id) ? 1 : -1);
    } else this.#counts = null;
  }
  #turn(id: ObjectId, by: number): void {
    const counts = this.#counts!;
    if (this.relation === 'beside') counts[this.scene.get(id).parent ?? 0]! += by;
    else for (const other of this.concernedBy(id)) counts[other]! += by;
  }
  #count(): void {
    const { scene, relation } = this;
    const counts = (this.#counts = new Int32Array(scene.nextId));
    this.#structure = scene.structure;
    const order = relation === 'below' ? new Int32Array(scene.size) : null;
    let n = 0;
    for (const { id, parent } of scene.walk()) {
      const here = this.found.has(id) ? 1 : 0;
      if (order) {
        order[n++] = id;
        counts[id] = here;
      } else if (relation === 'above') {
        counts[id] = parent === null ? 0 : counts[parent]! + (this.found.has(parent) ? 1 : 0);
      } else counts[parent ?? 0]! += here;
    }
    if (!order) return;
    // Each into the one above it, the last of the walk first; what is found itself does not count.
    for (let i = n - 1; i >= 0; i--) {
      const { parent } = scene.get(order[i]!);
      if (parent !== null) counts[parent]! += counts[order[i]!]!;
    }
    for (let i = 0; i < n; i++) if (this.found.has(order[i]!)) counts[order[i]!]!--;
  }
}

import { touchedBy, type Edit } from '@renquil/core/edits';
import type { ObjectId, Scene } from '@renquil/core/scene';
import type { DrawWish } from './draw-list';

/** Edits after which only what they touch, and what lies below it, is drawn otherwise. */
const local = new Set<Edit['kind']>(['transform', 'move', 'insert', 'remove', 'set']);
/** Edits after which nothing is drawn otherwise, unless a live set asks for it. */
const unseen = new Set<Edit['kind']>(['rename', 'attribute', 'rename-thing', 'named-view']);

/** Gathers what the edits since the last picture can have changed in it. */
export class DrawnTouch {
  #objects: Set<ObjectId> | null = null;
  #wish: DrawWish | null = null;

  note(scene: Scene, edits: readonly Edit[]): void {
    if (!this.#objects) return;
    const seen = edits.filter((edit) => !unseen.has(edit.kind));
    const ruled = [...scene.sets.values()].some(
      (set) => set.how === 'live' && (set.switches?.shown === false || set.display !== undefined),
    );
    if (ruled || !seen.every((edit) => local.has(edit.kind))) this.#objects = null;
    else for (const id of touchedBy(seen).objects) this.#objects.add(id);
  }
  /** What is to be looked at for this wish; null: everything. */
  take(wish: DrawWish): ReadonlySet<ObjectId> | null {
    const [objects, before] = [this.#objects, this.#wish];
    this.#objects = new Set();
    this.#wish = wish;
    if (!objects || before?.helpers !== wish.helpers || before.only !== wish.only) return null;
    if (before.home === wish.home) return objects;
    for (const id of before.home) if (!wish.home.has(id)) objects.add(id);
    for (const id of wish.home) if (!before.home.has(id)) objects.add(id);
    return objects;
  }
  /** Anything may be otherwise. */
  forget(): void {
    this.#objects = null;
  }
}

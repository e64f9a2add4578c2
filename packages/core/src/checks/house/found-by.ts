import type { Edit, Touch } from '../../edits/edit.js';
import { concernedByEdits } from '../../query/query-reads.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { RuleQuery } from './rule-query.js';

/** The objects that a filter finds, kept up through edits: a byte for each id. */
export class FoundBy {
  #found: Uint8Array;
  constructor(
    readonly scene: Scene,
    readonly query: RuleQuery,
  ) {
    this.#found = new Uint8Array(scene.nextId);
    for (const object of scene.walk()) if (query.finds(scene, object)) this.#found[object.id] = 1;
  }
  has(id: ObjectId): boolean {
    return this.#found[id] === 1;
  }
  /** By ascending id. */
  *ids(): Generator<ObjectId> {
    for (let id = this.#found.indexOf(1); id >= 0; id = this.#found.indexOf(1, id + 1)) yield id;
  }
  /**
   * Asks again whom edits, already applied, may concern.
   * @returns those that are found now and were not, or the other way round; null: too many to tell, all were asked
   */
  follow(edits: readonly Edit[], touch: Touch): ObjectId[] | null {
    const others = concernedByEdits(this.scene, this.query.reads, edits);
    if (!others) {
      this.#found = new FoundBy(this.scene, this.query).#found;
      return null;
    }
    const turned: ObjectId[] = [];
    const ask = (id: ObjectId): void => {
      const object = this.scene.find(id);
      const now = object && this.query.finds(this.scene, object) ? 1 : 0;
      if ((this.#found[id] ?? 0) === now) return;
      this.#put(id, now);
      turned.push(id);
    };
    for (const id of touch.objects) ask(id);
    for (const id of others) ask(id);
    return turned;
  }
  #put(id: ObjectId, now: 0 | 1): void {
    if (id >= this.#found.length) {
      const grown = new Uint8Array(Math.ceil((id + 1) * 1.5));
      grown.set(this.#found);
      this.#found = grown;
    }
    this.#found[id] = now;
  }
}

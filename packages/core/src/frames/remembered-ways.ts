import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

const unasked = 255;

/** What names say of where their objects sit, asked once for each until it is called otherwise. */
export abstract class RememberedWays {
  constructor(readonly scene: Scene) {}
  protected abstract ask(id: ObjectId): number;
  /** As bits of `ways`. */
  of(id: ObjectId): number {
    if (id >= this.#asked.length) this.#grow(id);
    const known = this.#asked[id]!;
    return known === unasked ? (this.#asked[id] = this.ask(id)) : known;
  }
  /** Objects that are called otherwise now. */
  forget(ids: Iterable<ObjectId>): void {
    for (const id of ids) if (id < this.#asked.length) this.#asked[id] = unasked;
  }
  #grow(id: ObjectId): void {
    const more = new Uint8Array(Math.max(this.scene.nextId, id + 1)).fill(unasked);
    more.set(this.#asked);
    this.#asked = more;
  }
  #asked = new Uint8Array(0);
}

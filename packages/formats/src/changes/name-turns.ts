import type { ObjectId } from '@renquil/core/scene';

/** Gives objects their names one after another, so that none takes a name that another still has to give up. */
export class NameTurns {
  readonly #pending: Set<ObjectId>;
  /** How many that are still to be renamed hold a name. */
  readonly #held = new Map<string, number>();
  readonly #waiting = new Map<string, ObjectId[]>();
  readonly #ready: ObjectId[] = [];

  constructor(
    ids: readonly ObjectId[],
    readonly how: {
      readonly nameOf: (id: ObjectId) => string;
      readonly wanted: (id: ObjectId) => string;
      /** A name that nobody has, had or will have. */
      readonly free: (like: string) => string;
      readonly rename: (id: ObjectId, to: string) => void;
    },
  ) {
    const { nameOf } = how;
    this.#pending = new Set(ids);
    for (const id of ids) this.#held.set(nameOf(id), (this.#held.get(nameOf(id)) ?? 0) + 1);
  }
  /** All of them: those whose name is free first, rings through a free name. Linear in how many there are. */
  run(): void {
    for (const id of this.#pending) this.#look(id);
    for (const id of this.#pending) {
      this.#go();
      // All that is left waits for each other: one steps aside, and what it held is free.
      if (this.#pending.has(id)) this.#take(id, this.how.free(this.how.wanted(id)));
    }
    this.#go();
  }
  #go(): void {
    for (let id = this.#ready.pop(); id !== undefined; id = this.#ready.pop()) {
      if (!this.#pending.has(id)) continue;
      this.#take(id, this.how.wanted(id));
    }
  }
  #look(id: ObjectId): void {
    const to = this.how.wanted(id);
    if (!this.#held.get(to)) return void this.#ready.push(id);
    const waiting = this.#waiting.get(to);
    if (waiting) waiting.push(id);
    else this.#waiting.set(to, [id]);
  }
  #take(id: ObjectId, to: string): void {
    const from = this.how.nameOf(id);
    this.how.rename(id, to);
    if (to === this.how.wanted(id)) this.#pending.delete(id);
    else this.#held.set(to, 1);
    const left = this.#held.get(from)! - 1;
    this.#held.set(from, left);
    if (left) return;
    for (const next of (this.#waiting.get(from) ?? []).reverse()) this.#ready.push(next);
    this.#waiting.delete(from);
  }
}

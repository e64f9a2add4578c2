/** So many changes are told one by one; whoever asks for more looks at everything. */
const mostKept = 20_000;

/** What changed lately, in the order in which it came; the oldest are forgotten, all at once. */
export class ChangeLog<T> {
  #kept: T[] = [];
  #forgotten: number;

  /** @param before how many changes there were before this log, of which it can tell nothing */
  constructor(before = 0) {
    this.#forgotten = before;
  }
  /** How many changes there have been. */
  get count(): number {
    return this.#forgotten + this.#kept.length;
  }
  /** What changed since there were so many changes; null: too many to tell. */
  since(count: number): readonly T[] | null {
    const from = count - this.#forgotten;
    return from < 0 ? null : from === this.#kept.length ? [] : this.#kept.slice(from);
  }
  /** Something changed that is not told. */
  forget(): void {
    this.#forgotten += this.#kept.length + 1;
    if (this.#kept.length) this.#kept = [];
  }
  add(change: T): void {
    this.#kept.push(change);
    if (this.#kept.length < mostKept) return;
    this.#forgotten += this.#kept.length;
    this.#kept = [];
  }
}

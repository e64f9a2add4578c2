import type { ObjectId } from './scene-object.js';

/** Who was called otherwise, and how before. */
export interface Rename {
  readonly object: ObjectId;
  readonly from: string;
}

/** So many renames are told one by one; whoever asks for more looks at everything. */
const mostKept = 20_000;
const nobody: readonly Rename[] = [];

/** Who was called otherwise lately, in the order in which it came; the oldest are forgotten, all at once. */
export class RenameLog {
  #kept: Rename[] = [];
  #forgotten: number;

  /** @param before how many renames there were before this log, of which it can tell nothing */
  constructor(before = 0) {
    this.#forgotten = before;
  }
  /** How many renames there have been. */
  get count(): number {
    return this.#forgotten + this.#kept.length;
  }
  /** Who was called otherwise since there were so many renames; null: too many to tell. */
  since(count: number): readonly Rename[] | null {
    const from = count - this.#forgotten;
    return from < 0 ? null : from === this.#kept.length ? nobody : this.#kept.slice(from);
  }
  add(object: ObjectId, from: string): void {
    this.#kept.push({ object, from });
    if (this.#kept.length < mostKept) return;
    this.#forgotten += this.#kept.length;
    this.#kept = [];
  }
}

import type { Edit } from '@renquil/core/edits';
import type { LoggedChange } from '@renquil/api';
import type { Pending } from './change-queue';
import { stacksFrom, type Done, type Stacks } from './change-stacks';

/**
 * What one person did in a scene, in order, whether acknowledged or still waiting: undo and redo are read from it, so
 * they are the same before and after a reload.
 */
export class OwnLog {
  #entries: Pending[] = [];
  #ids = new Set<string>();
  readonly #given = new WeakSet<readonly Edit[]>();
  constructor(readonly author: number) {}

  begin(log: readonly LoggedChange[]): void {
    this.#entries = [];
    this.#ids = new Set();
    this.took(log);
  }
  add(change: Pending): void {
    if (this.#ids.has(change.id)) return;
    this.#ids.add(change.id);
    this.#entries.push(change);
  }
  /** Out of the server's log: ours from another window are ours too. */
  took(log: readonly LoggedChange[]): void {
    for (const change of log) if (change.authorId === this.author) this.add(change);
  }
  /** Older ones, newest first, as they are read later. */
  before(log: readonly LoggedChange[]): void {
    for (const change of log) {
      if (this.#ids.has(change.id)) continue;
      this.#ids.add(change.id);
      this.#entries.unshift(change);
    }
  }
  forget(id: string): void {
    if (this.#ids.delete(id)) this.#entries = this.#entries.filter((entry) => entry.id !== id);
  }
  /** It can be neither undone nor redone any more. */
  give(edits: readonly Edit[]): void {
    this.#given.add(edits);
  }
  get stacks(): Stacks {
    const { undo, redo } = stacksFrom(this.#entries);
    const left = ({ edits }: Done): boolean => !this.#given.has(edits);
    return { undo: undo.filter(left), redo: redo.filter(left) };
  }
}

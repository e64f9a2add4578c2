import { RenquilError } from '@renquil/core/errors';

/** Streams of events that one person may have open at a server: a tab each, and some to spare. */
export const mostStreams = 30;

/** How many streams of events each person has open here. */
export class OpenStreams {
  readonly #open = new Map<number, number>();

  /** @returns what ends the one that begins. Throws streams-too-many. */
  begin(account: number): () => void {
    const now = this.#open.get(account) ?? 0;
    if (now >= mostStreams) throw new RenquilError('streams-too-many', { count: now });
    this.#open.set(account, now + 1);
    let ended = false;
    return () => {
      if (ended) return;
      ended = true;
      const left = this.#open.get(account)! - 1;
      if (left) this.#open.set(account, left);
      else this.#open.delete(account);
    };
  }
}

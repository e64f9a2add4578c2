import { signal } from '@angular/core';
import { firstValueFrom, type Observable } from 'rxjs';

/**
 * What a form or a list asks of the server, one thing at a time: whether it is under way, and what went wrong the last time,
 * in words. `complain` is told too, for what has no place of its own to say it. A second go while the first is under way is
 * none.
 */
export class Doing {
  readonly #busy = signal(false);
  readonly #failure = signal('');
  readonly busy = this.#busy.asReadonly();
  readonly failure = this.#failure.asReadonly();
  constructor(readonly complain: (error: unknown) => void = () => undefined) {}

  /** Does it, and what follows from it. Whether it went well. */
  async run<T>(asked: () => Observable<T> | Promise<T>, then?: (got: T) => unknown): Promise<boolean> {
    if (this.#busy()) return false;
    this.#busy.set(true);
    this.#failure.set('');
    try {
      const work = asked();
      const got = await (work instanceof Promise ? work : firstValueFrom(work));
      await then?.(got);
      return true;
    } catch (error) {
      this.#failure.set((error as Error).message);
      this.complain(error);
      return false;
    } finally {
      this.#busy.set(false);
    }
  }
  /** Says what is wrong before anything is asked. */
  refuse(why: string): void {
    this.#failure.set(why);
  }
}

/** At most so many pieces of work at once; the rest wait their turn, in order. */
export class Limit {
  #free: number;
  readonly #waiting: (() => void)[] = [];
  constructor(most: number) {
    this.#free = most;
  }
  async run<T>(work: () => Promise<T>): Promise<T> {
    if (this.#free > 0) this.#free--;
    else await new Promise<void>((go) => this.#waiting.push(go));
    try {
      return await work();
    } finally {
      const next = this.#waiting.shift();
      if (next) next();
      else this.#free++;
    }
  }
}

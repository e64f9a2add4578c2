import { housekeeping } from '../db/housekeeping.js';
import type { Services } from './services.js';

/** Takes away what is kept long enough, now and then while the server is up. Any number may do so at once. */
export class Housekeeper {
  readonly #timers: NodeJS.Timeout[] = [];
  #running: Promise<void> | null = null;
  #stopped = false;

  start(services: Services, { first = 20_000, every = 600_000 } = {}): void {
    const run = (): void => {
      this.#running ??= this.sweep(services)
        .then(() => undefined)
        .catch((error: unknown) => {
          if (!this.#stopped) services.log('housekeeping did not finish', error);
        })
        .finally(() => (this.#running = null));
    };
    this.#timers.push(setTimeout(run, first).unref(), setInterval(run, every).unref());
  }
  /** Every rule until it finds nothing more, in bounded steps. @returns how much went, by rule */
  async sweep(services: Services): Promise<Record<string, number>> {
    const gone: Record<string, number> = {};
    for (const rule of housekeeping) {
      gone[rule.id] = 0;
      for (let step = 0; step < 500 && !this.#stopped; step++) {
        const n = await rule.sweep(services.database);
        gone[rule.id]! += n;
        if (!n) break;
        // Others come first.
        await new Promise((done) => setTimeout(done, 5));
      }
    }
    return gone;
  }
  async stop(): Promise<void> {
    this.#stopped = true;
    for (const timer of this.#timers) clearTimeout(timer);
    await this.#running;
  }
}

import { RenquilError } from '@renquil/core/errors';
import { Limit } from '../services/limit.js';
import type { Services } from '../services/services.js';
import { commitBatch } from './commit-batch.js';
import type { Committed, Posted } from './posted.js';

interface Entry extends Posted {
  done(committed: Committed): void;
  fail(error: unknown): void;
}
const most = { inOne: 64, bytesInOne: 24e6, waiting: 2000, scenesAtOnce: 6 };

/**
 * Changes to one scene go one after another in any case, since its row is locked: here they wait without holding a
 * database connection, and all that wait are committed together, in one transaction.
 */
export class CommitQueue {
  readonly #waiting = new Map<number, Entry[]>();
  /** So that busy scenes leave connections to those who only read. */
  readonly #limit = new Limit(most.scenesAtOnce);

  commit(services: Services, scene: number, posted: Posted): Promise<Committed> {
    return new Promise((done, fail) => {
      const entry: Entry = { ...posted, done, fail };
      const waiting = this.#waiting.get(scene);
      if (!waiting) {
        this.#waiting.set(scene, [entry]);
        void this.#run(services, scene);
      } else if (waiting.length < most.waiting) waiting.push(entry);
      else {
        services.scenes.drop(scene, posted.change);
        fail(new RenquilError('server-busy'));
      }
    });
  }
  async #run(services: Services, scene: number): Promise<void> {
    const waiting = this.#waiting.get(scene)!;
    while (waiting.length) {
      const batch = await this.#limit.run(async () => {
        const taken = take(waiting);
        await settle(services, scene, taken);
        return taken;
      });
      for (const { change } of batch) services.scenes.drop(scene, change);
    }
    this.#waiting.delete(scene);
  }
}

/** The first that wait, as many as go into one transaction; the same id twice waits for its first answer. */
function take(waiting: Entry[]): Entry[] {
  const ids = new Set<string>();
  let bytes = 0;
  let n = 0;
  for (; n < waiting.length && n < most.inOne; n++) {
    const { id, edits } = waiting[n]!.change;
    bytes += edits.length;
    if (ids.has(id) || (n && bytes > most.bytesInOne)) break;
    ids.add(id);
  }
  return waiting.splice(0, n);
}

async function settle(services: Services, scene: number, batch: readonly Entry[]): Promise<void> {
  try {
    const answers = await commitBatch(services, scene, batch);
    answers.forEach((answer, i) =>
      answer instanceof RenquilError ? batch[i]!.fail(answer) : batch[i]!.done(answer),
    );
  } catch (error) {
    // What the database says no to may be one change's own fault: then the others are not made to suffer for it.
    if (batch.length > 1 && typeof (error as { errno?: unknown }).errno === 'number')
      for (const entry of batch) await settle(services, scene, [entry]);
    else for (const entry of batch) entry.fail(error);
  }
}

import { RenquilError } from '@renquil/core/errors';
import { caseOf } from './kinds.js';

/** What a runner says to whoever watches over it. */
export type Said =
  | { readonly begins: number }
  | { readonly ends: number; readonly how: 'passed' | 'refused' | 'crashed'; readonly detail?: string };

/** Cases of one kind, one after another: `kind from to`. Another process looks at the clock and the memory. */
const [kind, from, to] = [process.argv[2]!, Number(process.argv[3]), Number(process.argv[4])];
const say = (said: Said): Promise<void> =>
  new Promise((done) => void process.send!(said, undefined, undefined, () => done()));
for (let seed = from; seed < to; seed++) {
  await say({ begins: seed });
  try {
    await caseOf(kind, seed).run();
    await say({ ends: seed, how: 'passed' });
  } catch (error) {
    const isTold = error instanceof RenquilError && error.code !== 'internal' && error.message !== '';
    await say({
      ends: seed,
      how: isTold ? 'refused' : 'crashed',
      ...(isTold ? {} : { detail: (error as Error).stack ?? String(error) }),
    });
  }
}
process.exit(0);

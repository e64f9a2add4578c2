import { partsConvention } from '@renquil/core/names';
import { flatGlb } from '@renquil/formats/testing';
import { TaskPool, taskLimits } from './pool.js';

describe('a task', () => {
  const read = (pool: TaskPool, nodes: number, large = false) =>
    pool.run(
      'read-scene',
      { file: 'a.glb', bytes: flatGlb(nodes), resources: [], convention: partsConvention },
      { large },
    );

  it('that takes longer than it may is ended in words, and the next one runs', async () => {
    const pool = new TaskPool({ ...taskLimits, small: { seconds: 0.02, megabytes: 1000, threads: 1 } });
    try {
      await expectAsync(read(pool, 20_000)).toBeRejectedWithError(
        'Reading this file took more than the 0.02 seconds that it may. It was ended.',
      );
      expect((await read(pool, 1000, true)).objects).toBe(1000);
    } finally {
      await pool.close();
    }
  });
  it('that takes more memory than it may is ended in words, and the process lives', async () => {
    const pool = new TaskPool({ ...taskLimits, small: { seconds: 60, megabytes: 60, threads: 1 } });
    try {
      await expectAsync(read(pool, 200_000)).toBeRejectedWithError(
        /more than the 60 MB of memory that it may/,
      );
      expect((await read(pool, 1000, true)).objects).toBe(1000);
    } finally {
      await pool.close();
    }
  });
});

import { partsConvention } from '@renquil/core';
import { demoScenes } from '@renquil/demo';
import { TaskPool, taskLimits } from './pool.js';

describe('a task', () => {
  let bytes: Uint8Array;
  beforeAll(async () => {
    bytes = await demoScenes.find(({ file }) => file.startsWith('valley'))!.build();
  });
  const read = (pool: TaskPool, large = false) =>
    pool.run('read-scene', { file: 'a.glb', bytes, resources: [], convention: partsConvention }, { large });

  it('that takes longer than it may is ended in words, and the next one runs', async () => {
    const pool = new TaskPool({ ...taskLimits, small: { seconds: 0.02, megabytes: 1000, threads: 1 } });
    try {
      await expectAsync(read(pool)).toBeRejectedWithError(
        'Reading this file took more than the 0.02 seconds that it may. It was ended.',
      );
      expect((await read(pool, true)).objects).toBeGreaterThan(1000);
    } finally {
      await pool.close();
    }
  });
  it('that takes more memory than it may is ended in words, and the process lives', async () => {
    const pool = new TaskPool({ ...taskLimits, small: { seconds: 60, megabytes: 12, threads: 1 } });
    try {
      await expectAsync(read(pool)).toBeRejectedWithError(/more than the 12 MB of memory that it may/);
      expect((await read(pool, true)).objects).toBeGreaterThan(1000);
    } finally {
      await pool.close();
    }
  });
});

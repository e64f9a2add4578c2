import { startTestServer, type TestServer } from '../testing/test-server.js';
import { beat, claimJob, endJob, findJob, insertJob } from '../db/jobs.js';

describe('the queue of jobs', () => {
  let server: TestServer;
  beforeAll(async () => (server = await startTestServer()));
  afterAll(() => server.close());
  const database = () => server.services.database;
  /** A job that no runner of this process takes: claimed here, at once. */
  async function claimed(kind = 'import'): Promise<number> {
    return database().transaction(async (sql) => {
      const id = await insertJob(sql, 1, 1, kind, { files: [] });
      await sql.run(
        "UPDATE job SET state = 'running', attempts = 1, lease_until = UTC_TIMESTAMP(3) + INTERVAL 1 DAY WHERE id = ?",
        [id],
      );
      return id;
    });
  }

  it('gives the job of a worker that fell silent to another, and the first one no longer counts', async () => {
    const id = await claimed();
    const first = (await findJob(database(), id))!;
    // The lease runs out and is claimed in one step, before the runner of the server looks.
    await database().run('UPDATE job SET attempts = attempts + 1 WHERE id = ?', [id]);
    expect(await beat(database(), first, 'late', 1, 2)).toBeFalse();
    expect(await endJob(database(), first, 'done', { late: true })).toBeFalse();
    const second = (await findJob(database(), id))!;
    expect(await endJob(database(), second, 'done', { ok: true })).toBeTrue();
    expect((await findJob(database(), id))!.result).toBe('{"ok":true}');
  });
  it('is taken over for real when the lease is over', async () => {
    const id = await claimed();
    await database().run('UPDATE job SET lease_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE id = ?', [
      id,
    ]);
    for (let i = 0; i < 200; i++) {
      const job = (await findJob(database(), id))!;
      if (job.state === 'failed') break;
      await new Promise((done) => setTimeout(done, 25));
    }
    const job = (await findJob(database(), id))!;
    expect([job.state, job.attempts]).toEqual(['failed', 2]);
    expect(job.error).toContain('cannot read the upload');
  });
  it('never gives one job to two who ask at once', async () => {
    const taken = await Promise.all([...Array(6)].map(() => claimJob(database())));
    const ids = taken.flatMap((job) => (job ? [job.id] : []));
    expect(new Set(ids).size).toBe(ids.length);
  });
  it('stops one that is asked to stop, at its next sign of life', async () => {
    const id = await claimed();
    const job = (await findJob(database(), id))!;
    expect(await beat(database(), job, 'Reading', 1, 2)).toBeTrue();
    await (await server.as('mo')).delete(`/api/jobs/${id}`);
    expect(await beat(database(), job, 'Reading', 2, 2)).toBeFalse();
  });
});

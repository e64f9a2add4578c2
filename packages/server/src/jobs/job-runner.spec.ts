import { randomUUID } from 'node:crypto';
import { demoScenes } from '@renquil/demo';
import { deleteIfUnused, releaseHolds, storeBytes } from '../db/files.js';
import {
  renewLease,
  claimJob,
  endJob,
  findJob,
  holderOf,
  insertJob,
  saveOutcome,
  type NewJob,
} from '../db/jobs.js';
import type { Client } from '../testing/client.js';
import { Faults } from '../testing/faults.js';
import { startTestServer, type TestServer } from '../testing/test-server.js';
import { beginJob } from './begin-job.js';
import { JobRunner } from './job-runner.js';
import { workerName } from './worker-name.js';
import { until } from '../testing/until.js';

describe('the queue of jobs', () => {
  let server: TestServer;
  let mo: Client;
  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
  });
  afterAll(() => server.close());
  const database = () => server.services.database;
  const job = (more: Partial<NewJob> = {}): NewJob => ({
    project: 1,
    author: 1,
    kind: 'import',
    input: { files: [] },
    lane: 'small',
    request: null,
    scene: null,
    ...more,
  });
  /** A job that no runner of this process takes: claimed here, at once. */
  async function claimed(
    more: Partial<NewJob> = {},
    worker = 'elsewhere/1/1/1',
    attempts = 1,
  ): Promise<number> {
    return database().transaction(async (sql) => {
      const id = await insertJob(sql, job(more));
      await sql.run(
        "UPDATE job SET state = 'running', attempts = ?, worker = ?, lease_until = UTC_TIMESTAMP(3) + INTERVAL 1 DAY WHERE id = ?",
        [attempts, worker, id],
      );
      return id;
    });
  }
  const row = async (id: number) => (await findJob(database(), id))!;
  async function untilIn(id: number, state: string): Promise<void> {
    await until(async () => (await row(id)).state === state);
    expect((await row(id)).state).toBe(state as never);
  }
  const scenes = async () =>
    Number((await database().one<{ n: number }>('SELECT COUNT(*) AS n FROM scene'))!.n);
  const upload = async (name: string) => {
    const holder = `upload ${randomUUID()}`;
    const { file } = await storeBytes(database(), await demoScenes[0]!.build(), holder);
    return { holder, file, input: { files: [{ path: `${name}.glb`, file }] } };
  };

  it('gives the job of a worker that fell silent to another, and the first one no longer counts', async () => {
    const id = await claimed();
    const first = await row(id);
    // The lease runs out and is claimed in one step, before the runner of the server looks.
    await database().run('UPDATE job SET attempts = attempts + 1 WHERE id = ?', [id]);
    expect(await renewLease(database(), first, { stage: 'late', done: 1, total: 2 })).toBe('lost');
    expect(await endJob(database(), first, 'done')).toBeFalse();
    const second = await row(id);
    expect(await endJob(database(), second, 'done')).toBeTrue();
    await saveOutcome(database(), second, { objects: 3 });
    expect((await row(id)).result).toBe('{"objects":3}');
  });
  it('is taken over for real when the lease is over', async () => {
    const id = await claimed();
    await database().run('UPDATE job SET lease_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE id = ?', [
      id,
    ]);
    await untilIn(id, 'failed');
    const after = await row(id);
    expect([after.state, after.attempts]).toEqual(['failed', 2]);
    expect(after.error).toContain('cannot read the upload');
  });
  it('gives a job up that ended its worker three times, and says so', async () => {
    const id = await claimed({}, 'elsewhere/1/1/1', 3);
    await database().run('UPDATE job SET lease_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE id = ?', [
      id,
    ]);
    await untilIn(id, 'failed');
    expect((await row(id)).error).toContain('tried 3 times');
    expect((await row(id)).again).toBe(1);
  });
  it('frees at once what a process of this machine left behind when it ended', async () => {
    const gone = workerName().replace(/\/\d+\/\d+\//, '/1/1/');
    const id = await claimed({}, gone);
    const other = await claimed({}, 'another-machine/1/1/1');
    const runner = new JobRunner(server.services);
    runner.start();
    await untilIn(id, 'failed');
    expect((await row(other)).state).toBe('running');
    await runner.stop();
  });
  it('never gives one job to two who ask at once', async () => {
    for (let i = 0; i < 4; i++) await insertJob(database(), job({ lane: 'large' }));
    const taken = await Promise.all(
      [...Array(6)].map(() => claimJob(database(), 'large', 'elsewhere/1/1/1')),
    );
    const ids = taken.flatMap((one) => (one ? [one.id] : []));
    expect(new Set(ids).size).toBe(ids.length);
  });
  it('is fair: someone with one job does not wait behind someone with many', async () => {
    await database().run("UPDATE job SET state = 'failed' WHERE state IN ('waiting', 'running')");
    const order = await database().transaction(async (sql) => {
      // Unseen by the server's own runner until they are claimed, and of no kind that it knows.
      const kind = 'x' as NewJob['kind'];
      const many = [];
      for (let i = 0; i < 3; i++) many.push(await insertJob(sql, job({ author: 1, lane: 'large', kind })));
      const one = await insertJob(sql, job({ author: 2, lane: 'large', kind }));
      await sql.run(
        "UPDATE job SET state = 'running', attempts = 1, lease_until = UTC_TIMESTAMP(3) + INTERVAL 1 DAY WHERE id = ?",
        [many[0]!],
      );
      return { many, one };
    });
    const taken: number[] = [];
    await until(async () => {
      const rows = await database().rows<{ id: number }>(
        "SELECT id FROM job WHERE kind = 'x' AND (attempts > 0) AND id <> ? ORDER BY claimed_at, id",
        [order.many[0]!],
      );
      taken.splice(0, taken.length, ...rows.map(({ id }) => id));
      return taken.length >= 3;
    });
    expect(taken[0]).toBe(order.one);
    await database().run("DELETE FROM job WHERE kind = 'x'");
  });
  it('stops one that is asked to stop, at its next sign of life', async () => {
    const id = await claimed();
    expect(await renewLease(database(), await row(id), { stage: 'Reading', done: 1, total: 2 })).toBe('ours');
    await mo.delete(`/api/jobs/${id}`);
    expect(await renewLease(database(), await row(id), { stage: 'Reading', done: 2, total: 2 })).toBe(
      'cancel',
    );
  });
  it('writes a result and its end in one transaction: a failure anywhere between leaves one scene, not two', async () => {
    const faults = new Faults(database(), /UPDATE job SET state = \?, again/);
    const bring = async (): Promise<number> => {
      const { input, holder } = await upload(`once_${randomUUID()}`);
      const id = await beginJob(database(), job({ input }), holder);
      server.services.wakeJobs();
      await untilIn(id, 'done');
      return id;
    };
    await bring();
    const statements = faults.statements;
    expect(statements).toBeGreaterThan(10);
    for (let n = 1; n <= statements + 1; n += 3) {
      const before = await scenes();
      faults.failAt = n;
      await bring();
      expect(await scenes())
        .withContext(`statement ${n}`)
        .toBe(before + 1);
    }
  });
  it('holds what a waiting job needs: the end of an equal one takes nothing away', async () => {
    const first = await upload('equal_a');
    const second = await upload('equal_b');
    expect(second.file).toBe(first.file);
    const id = await claimed({ input: second.input });
    await database().run('UPDATE file_hold SET holder = ? WHERE holder = ?', [holderOf(id), second.holder]);
    await releaseHolds(database(), first.holder);
    expect(await deleteIfUnused(database(), second.file)).toBeFalse();
    await database().run('UPDATE job SET lease_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE id = ?', [
      id,
    ]);
    await untilIn(id, 'done');
  });
  it('never reads a file that is missing as an empty one', async () => {
    const id = await claimed({ input: { files: [{ path: 'gone.glb', file: 999_999 }] } });
    await database().run('UPDATE job SET lease_until = UTC_TIMESTAMP(3) - INTERVAL 1 SECOND WHERE id = ?', [
      id,
    ]);
    await untilIn(id, 'failed');
    expect((await row(id)).error).toContain('file-missing');
  });
  it('asks a cancelled job again, with what it was asked with', async () => {
    const { input, holder } = await upload('again');
    const id = await beginJob(database(), job({ input, author: 1 }), holder);
    await mo.delete(`/api/jobs/${id}`);
    const ended = await mo.job(id);
    if (ended.state === 'cancelled') {
      const answer = await mo.post<{ job: number }>(`/api/jobs/${id}/again`);
      expect([answer.status, answer.body.job]).toEqual([202, id]);
      await untilIn(id, 'done');
    } else expect(ended.state).toBe('done');
    expect(await mo.refused('POST', `/api/jobs/${id}/again`)).toBe('request-invalid');
  });
  it('lists ones own jobs, and those of all to a lead', async () => {
    const list = async (client: Client) =>
      (
        await client.get<{ jobs: { author: string; about: string | null }[] }>(
          '/api/projects/brannick-pass/jobs',
        )
      ).body.jobs;
    expect((await list(mo)).every(({ author }) => author === 'Mo Adeyemi')).toBeTrue();
    expect((await list(await server.as('ines'))).some(({ author }) => author === 'Mo Adeyemi')).toBeTrue();
    expect(await list(await server.as('tam'))).toEqual([]);
    expect(await (await server.as('tam')).refused('DELETE', '/api/jobs/1')).toBe('not-allowed');
  });
  it('takes the same request twice as one, a version and a package too', async () => {
    const id = randomUUID();
    const save = () => mo.post<{ number: number }>('/api/scenes/1/versions', { note: 'once', id });
    expect((await save()).body).toEqual((await save()).body);
    const ask = () =>
      mo.post<{ job: number }>('/api/scenes/2/handoffs', { revision: 0, reason: null, id: `{${id}}` });
    const [a, b] = await Promise.all([ask(), ask()]);
    expect([a.status, b.status, a.body.job]).toEqual([202, 202, b.body.job]);
    const form = (): FormData => {
      const made = new FormData();
      made.append('file', new Blob(['text']), 'a.glb');
      return made;
    };
    const path = `/api/projects/brannick-pass/imports?id=${randomUUID()}`;
    const first = await mo.send<{ job: number }>('POST', path, form());
    expect((await mo.send<{ job: number }>('POST', path, form())).body.job).toBe(first.body.job);
  });
});

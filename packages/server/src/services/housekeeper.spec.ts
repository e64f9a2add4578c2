import { readFileSync } from 'node:fs';
import { housekeeping, snapshotsToSweep } from '../db/housekeeping.js';
import { deleteForGood, listBin } from '../db/bin.js';
import { storeBytes } from '../db/files.js';
import type { Client } from '../testing/client.js';
import { startTestServer, type TestServer } from '../testing/test-server.js';
import { Housekeeper } from './housekeeper.js';

describe('housekeeping', () => {
  let server: TestServer;
  let mo: Client;
  let ines: Client;
  beforeAll(async () => {
    server = await startTestServer();
    [mo, ines] = [await server.as('mo'), await server.as('ines')];
  });
  afterAll(() => server.close());
  const database = () => server.services.database;
  const count = async (what: string) =>
    Number((await database().one<{ n: number }>(`SELECT COUNT(*) AS n FROM ${what}`))!.n);
  const sweep = () => new Housekeeper().sweep(server.services);

  it('takes away what is old, and only that', async () => {
    await database().run(
      "INSERT INTO event (scene_id, body, created_at) VALUES (1, '{}', UTC_TIMESTAMP(3) - INTERVAL 25 HOUR)",
    );
    await database().run("INSERT INTO event (scene_id, body, created_at) VALUES (1, '{}', UTC_TIMESTAMP(3))");
    await database().run(
      "INSERT INTO sign_in_try (who, at) VALUES ('x', UTC_TIMESTAMP(3) - INTERVAL 25 HOUR)",
    );
    await database().run(
      "INSERT INTO job (project_id, author, kind, state, input, ended_at, created_at) VALUES (1, 1, 'x', 'done', '{}', UTC_TIMESTAMP(3) - INTERVAL 31 DAY, UTC_TIMESTAMP(3))",
    );
    const [events, jobs] = [await count('event'), await count('job')];
    const gone = await sweep();
    expect([gone['events'], gone['tries'], gone['jobs']]).toEqual([1, 1, 1]);
    expect([await count('event'), await count('job')]).toEqual([events - 1, jobs - 1]);
    expect(Object.values(await sweep()).every((n) => n === 0)).toBeTrue();
  });
  it('takes away files that nothing points to, and no file that something does', async () => {
    const loose = (await storeBytes(database(), Buffer.from('loose'), 'x')).file;
    const held = (await storeBytes(database(), Buffer.from('held'), 'job 1')).file;
    const young = (await storeBytes(database(), Buffer.from('young'), 'y')).file;
    await database().run("DELETE FROM file_hold WHERE holder IN ('x', 'y')");
    await database().run('UPDATE job SET ended_at = UTC_TIMESTAMP(3) WHERE id = 1');
    await database().run('UPDATE file SET created_at = UTC_TIMESTAMP(3) - INTERVAL 3 HOUR WHERE id <> ?', [
      young,
    ]);
    const before = await count('file');
    await sweep();
    expect(await count('file')).toBe(before - 1);
    const left = await database().rows<{ id: number }>(
      'SELECT id FROM file WHERE id IN (?, ?, ?) ORDER BY id',
      [loose, held, young],
    );
    expect(left.map(({ id }) => id)).toEqual([held, young]);
    await database().run('UPDATE job SET ended_at = UTC_TIMESTAMP(3) - INTERVAL 25 HOUR WHERE id = 1');
    await sweep();
    expect(await count('file')).toBe(before - 2);
  });
  it('keeps the snapshots that something opens from', () => {
    const revisions = [0, 50, 100, 150, 200, 1100, 1150, 1200];
    expect(snapshotsToSweep(revisions, [120])).toEqual([50, 150, 200]);
    expect(snapshotsToSweep([0], [])).toEqual([]);
    expect(snapshotsToSweep([0, 50, 100], [0, 60])).toEqual([]);
  });
  it('is what docs/reliability.md says, row for row', () => {
    const docs = readFileSync(new URL('../../../../docs/reliability.md', import.meta.url), 'utf8');
    for (const { what, kept } of housekeeping) expect(docs).toContain(`| ${what} | ${kept} |`);
  });

  describe('the bin', () => {
    it('takes a scene from the library and gives it back as it was', async () => {
      const names = async () =>
        (await mo.get<{ scenes: { name: string }[] }>('/api/projects/brannick-pass')).body.scenes.map(
          (s) => s.name,
        );
      const all = await names();
      expect((await mo.delete('/api/scenes/2')).status).toBe(200);
      expect(await names()).not.toContain('ibex');
      expect(await mo.refused('GET', '/api/scenes/2')).toBe('not-found');
      expect(await mo.refused('POST', '/api/scenes/2/changes', {})).toBe('not-found');
      expect(
        (await mo.get<{ scenes: { name: string; by: string }[] }>('/api/projects/brannick-pass/bin')).body
          .scenes,
      ).toEqual([jasmine.objectContaining({ name: 'ibex', by: 'Mo Adeyemi' })]);
      expect((await mo.post('/api/projects/brannick-pass/bin/2/restore')).status).toBe(200);
      expect(await names()).toEqual(all);
      expect(await mo.refused('POST', '/api/projects/brannick-pass/bin/2/restore')).toBe('not-found');
    });
    it('is emptied by a lead only; then all of a scene goes, and nothing of the others', async () => {
      const glb = await mo.bytes('/api/scenes/2/source');
      const { result } = await mo.bringIn('brannick-pass', { 'goes.glb': glb });
      const scene = result!.scene;
      const others = async () => [
        await count('object_index WHERE scene_id = 2'),
        await count('scene_snapshot WHERE scene_id = 2'),
      ];
      const [before, files] = [await others(), await count('file')];
      expect(await deleteForGood(database(), 1, scene)).toBeFalse();
      await mo.delete(`/api/scenes/${scene}`);
      expect(await mo.refused('DELETE', '/api/projects/brannick-pass/bin')).toBe('not-allowed');
      expect((await ines.delete<{ deleted: number }>('/api/projects/brannick-pass/bin')).body.deleted).toBe(
        1,
      );
      for (const table of [
        'object_index',
        'scene_snapshot',
        'scene_change',
        'version',
        'standing_day',
        'scene_file',
      ])
        expect(await count(`${table} WHERE scene_id = ${scene}`))
          .withContext(table)
          .toBe(0);
      expect(await listBin(database(), 1)).toEqual([]);
      expect(await others()).toEqual(before);
      // Its file is the ibex's own, which stays; its picture too.
      expect(await count('file')).toBe(files);
      expect((await mo.bytes('/api/scenes/2/source')).length).toBe(glb.length);
    });
  });
});

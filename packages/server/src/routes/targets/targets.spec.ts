import { createHash } from 'node:crypto';
import type { HandoffInfo, LibraryInfo, SceneSummary, TargetInfo } from '@renquil/api';
import { shippedTargets } from '@renquil/core/targets';
import { readGltf, readRows } from '@renquil/formats';
import { unzipSync } from 'fflate';
import type { Client } from '../../testing/client.js';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import { until } from '../../testing/until.js';

describe('targets of a project', () => {
  let server: TestServer;
  let mo: Client;
  let ines: Client;
  const path = '/api/projects/brannick-pass/targets';
  /** Without those of other specs here. */
  const list = async () =>
    (await mo.get<{ targets: TargetInfo[] }>(path)).body.targets.filter(
      ({ target }) => !target.title.endsWith(' app'),
    );
  beforeAll(async () => {
    server = await startTestServer();
    [mo, ines] = [await server.as('mo'), await server.as('ines')];
  });
  afterAll(() => server.close());

  it('begin as those that come along; a lead changes one in revisions, and who comes second is told', async () => {
    expect((await list()).map(({ key }) => key)).toEqual(Object.keys(shippedTargets));
    const target = { ...shippedTargets['engine']!, budgets: { faces: 60_000 } };
    expect(await mo.refused('PUT', path, { target, base: 0, note: '' })).toBe('not-allowed');
    const { body } = await ines.put<{ id: number; revision: number }>(path, {
      target,
      base: 0,
      note: 'faces',
    });
    expect(body.revision).toBe(1);
    const changed = (await list()).find(({ id }) => id === body.id)!;
    expect([changed.target, changed.author]).toEqual([target, 'Ines Laurent']);
    expect((await list()).length).toBe(3);
    expect(await ines.refused('PUT', path, { target, base: 0, note: '' })).toBe('request-invalid');
    expect((await ines.put<{ revision: number }>(path, { target, base: 1, note: '' })).body.revision).toBe(2);
    const { body: all } = await mo.get<{ revisions: { revision: number; note: string }[] }>(
      `${path}/${body.id}/revisions`,
    );
    expect(all.revisions.map(({ revision, note }) => [revision, note])).toEqual([
      [2, ''],
      [1, 'faces'],
    ]);
    await ines.delete(`${path}/${body.id}`);
    expect((await list()).map(({ key }) => key)).toEqual(Object.keys(shippedTargets));
  });
  it('are refused with the place of what is wrong', async () => {
    const target = { title: 'T', format: 'glb', names: { longest: 1 } };
    expect(await ines.refused('PUT', path, { target, base: 0, note: '' })).toBe('target-invalid');
    const handoff = { revision: 0, target: 'nowhere' };
    expect(await ines.refused('POST', '/api/scenes/1/handoffs', handoff)).toBe('not-found');
  });
  it('are tried on a scene without being kept', async () => {
    const target = {
      title: 'T',
      format: 'glb',
      names: { letters: 'ascii', signs: '_', conform: true },
      budgets: { objects: 3 },
    };
    const { body } = await mo.post<{ gate: HandoffInfo['gate']; names: { from: string; to: string }[] }>(
      `${path}/try`,
      { target, scene: 1 },
    );
    expect(body.gate.lines[0]).toEqual(jasmine.objectContaining({ check: 'target-objects', wrong: 1 }));
    expect(body.names).toContain({ from: 'door left', to: 'door_left' });
    expect(await mo.refused('POST', `${path}/try`, { target, scene: 999 })).toBe('not-found');
  });
  it('get a package that is theirs: names on the way out, a map both ways, what stays, a page; the same bytes each time', async () => {
    const target = {
      title: 'Crew app',
      format: 'gltf',
      names: { letters: 'ascii', signs: '_', longest: 20, unique: 'scene', conform: true },
      axes: { up: 'Z', unit: 0.01, how: 'root', root: 'crew' },
      takes: { kinds: ['mesh', 'group', 'control'], attributes: 'none' },
    };
    const { body } = await ines.put<{ id: number }>(path, { target, base: 0, note: '' });
    const ask = async () => {
      const { job } = (
        await ines.post<{ job: number }>('/api/scenes/1/handoffs', {
          ...{ revision: 0, reason: 'a first look', target: String(body.id) },
        })
      ).body;
      expect((await ines.job(job)).error).toBeNull();
      const { handoffs } = (await mo.get<{ handoffs: HandoffInfo[] }>('/api/scenes/1/handoffs')).body;
      return unzipSync(await mo.bytes(`/api/handoffs/${handoffs[0]!.id}/package`));
    };
    const files = await ask();
    const again = await ask();
    expect(Object.keys(files).sort()).toEqual([
      'cableway_cabin_v001.bin',
      'cableway_cabin_v001.gltf',
      'checks.sarif',
      'manifest.json',
      'names.csv',
      'renames.csv',
      'report.html',
    ]);
    for (const [name, bytes] of Object.entries(files))
      expect(Buffer.compare(bytes, again[name]!)).withContext(name).toBe(0);
    const text = (name: string) => new TextDecoder().decode(files[name]);
    const manifest = JSON.parse(text('manifest.json')) as {
      target: { title: string };
      files: { name: string; sha256: string }[];
    };
    expect(manifest.target.title).toBe('Crew app');
    for (const { name, sha256 } of manifest.files)
      expect(createHash('sha256').update(files[name]!).digest('hex')).withContext(name).toBe(sha256);
    const gltf = readGltf(files['cableway_cabin_v001.gltf']!, 'x.gltf', (file) => files[file] ?? null);
    const sent = readRows(text('names.csv')).slice(1);
    const arrived = [...gltf.scene.walk()].map(({ name }) => name);
    expect(sent.map((row) => row[2]).sort()).toEqual([...arrived].sort());
    expect(arrived.every((name) => /^[A-Za-z0-9_]{1,20}$/.test(name))).toBeTrue();
    expect(new Set(arrived).size).toBe(arrived.length);
    expect(gltf.scene.get(gltf.scene.roots[0]!).name).toBe('crew');
    // No camera and no helper, nor their names, in any byte of it.
    expect([...gltf.scene.walk()].some(({ kind }) => kind === 'camera' || kind === 'light')).toBeFalse();
    expect(text('cableway_cabin_v001.gltf')).not.toContain('cut_');
    expect(text('report.html')).toContain('Crew app');
    expect(text('report.html')).toContain('a first look');
    expect(text('report.html')).toContain('src="data:image/png;base64,');
  });
  it('is what a scene is judged for in the library once it was handed off to it, and anew when it changes', async () => {
    const ready = async (): Promise<SceneSummary['ready']> =>
      (await mo.get<LibraryInfo>('/api/projects/brannick-pass')).body.scenes.find(({ id }) => id === 2)!
        .ready;
    expect(await ready()).toBeUndefined();
    const target = { title: 'Stage app', format: 'glb' };
    const { id } = (await ines.put<{ id: number }>(path, { target, base: 0, note: '' })).body;
    const asking = { revision: 0, reason: 'a first look', target: String(id) };
    await ines.job((await ines.post<{ job: number }>('/api/scenes/2/handoffs', asking)).body.job);
    await until(async () => (await ready())?.length === 1);
    const [before] = (await ready())!;
    expect(before).toEqual(jasmine.objectContaining({ key: String(id), title: 'Stage app' }));
    // It takes hardly anything from now on.
    await ines.put(path, { target: { ...target, budgets: { objects: 1 } }, base: 1, note: '' });
    await until(async () => (await ready())![0]!.blockers > before!.blockers);
  });
});

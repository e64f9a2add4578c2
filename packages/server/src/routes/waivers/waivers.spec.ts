import { startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';
import { refresh } from '../../services/refresher.js';
import { until } from '../../testing/until.js';

interface Listed {
  readonly waivers: readonly {
    readonly id: number;
    readonly state: string;
    readonly askedBy: string;
    readonly mine: boolean;
    readonly decidedBy: string | null;
    readonly scene: { readonly name: string };
  }[];
}
const path = '/api/scenes/1/waivers';
/** Of the object that the search finds under that name. */
const finding = {
  of: 'finding',
  check: 'forbidden-characters',
  object: 0,
  path: '/cabin_ctrl/cabin_body_grp/door left',
};
let nextRequest = 1;
const asks = (more: object = {}) => ({
  id: `00000000-0000-4000-8000-${String(nextRequest++).padStart(12, '0')}`,
  scope: finding,
  reason: 'agreed with the rig team',
  until: {},
  ...more,
});

describe('waivers', () => {
  let server: TestServer;
  let mo: Client;
  let ines: Client;
  let tam: Client;
  beforeAll(async () => {
    server = await startTestServer();
    [mo, ines, tam] = [await server.as('mo'), await server.as('ines'), await server.as('tam')];
    const found = await mo.get<{ objects: { name: string; object: number }[] }>(
      '/api/projects/brannick-pass/search?text=door%20left',
    );
    finding.object = found.body.objects.find(({ name }) => name === 'door left')!.object;
  });
  afterAll(() => server.close());
  beforeEach(async () => {
    await server.services.database.run('DELETE FROM waiver');
    await server.services.database.run("DELETE FROM audit WHERE what LIKE '%waive%'");
    await refresh(server.services, 1);
  });
  const blockers = async (): Promise<number> => {
    const { body } = await mo.get<{ scene: { standing: { counts: { blocker: number } } } }>('/api/scenes/1');
    return body.scene.standing.counts.blocker;
  };

  it('are asked for by artists, decided by leads, and are in one list over the project', async () => {
    const sent = asks();
    const { body: first } = await mo.post<{ waiver: number; state: string }>(path, sent);
    expect(first.state).toBe('asked');
    expect((await mo.post<{ waiver: number }>(path, sent)).body.waiver).toBe(first.waiver);
    const { body } = await ines.get<Listed>('/api/projects/brannick-pass/waivers');
    expect(body.waivers.map(({ state, askedBy, mine, scene }) => [state, askedBy, mine, scene.name])).toEqual(
      [['asked', 'Mo Adeyemi', false, 'cableway_cabin']],
    );
    const one = `${path}/${first.waiver}`;
    expect(await tam.refused('POST', path, asks())).toBe('not-allowed');
    expect(await mo.refused('PUT', one, { state: 'granted' })).toBe('not-allowed');
    const before = await blockers();
    await ines.put(one, { state: 'granted', note: 'until the rig is in' });
    expect(await until(async () => (await blockers()) === before - 1, 10)).toBeTrue();
    const { body: now } = await mo.get<Listed>(path);
    expect(now.waivers).toEqual([
      jasmine.objectContaining({ state: 'granted', mine: true, decidedBy: 'Ines Laurent' }),
    ]);
    expect(await ines.refused('PUT', one, { state: 'refused' })).toBe('request-invalid');
    expect(await mo.refused('PUT', one, { state: 'cleared' })).toBe('not-allowed');
    await ines.put(one, { state: 'cleared' });
    expect(await until(async () => (await blockers()) === before, 10)).toBeTrue();
    expect((await mo.get<Listed>(path)).body.waivers).toEqual([]);
    const { body: all } = await ines.get<Listed>('/api/projects/brannick-pass/waivers');
    expect(all.waivers.map(({ state }) => state)).toEqual(['cleared']);
    const { body: audit } = await ines.get<{ lines: { who: string; what: string }[] }>(
      '/api/projects/brannick-pass/audit',
    );
    const said = audit.lines
      .map(({ who, what }) => `${who} ${what}`)
      .filter((line) => line.includes('waive'));
    expect(said).toEqual([
      'Ines Laurent does not waive any more forbidden-characters of /cabin_ctrl/cabin_body_grp/door left',
      'Ines Laurent waived forbidden-characters of /cabin_ctrl/cabin_body_grp/door left, for good, as Mo Adeyemi asked: agreed with the rig team (until the rig is in)',
      'Mo Adeyemi asked to waive forbidden-characters of /cabin_ctrl/cabin_body_grp/door left, for good: agreed with the rig team',
    ]);
  });
  it('say where their object is now', async () => {
    await ines.post(path, asks());
    const { body: scene } = await mo.get<{ scene: { revision: number } }>('/api/scenes/1');
    const { object } = finding;
    await mo.post('/api/scenes/1/changes', {
      id: '00000000-0000-4000-9000-000000000001',
      base: scene.scene.revision,
      label: 'Rename',
      edits: [{ kind: 'rename', object, from: 'door left', to: 'door/left' }],
    });
    const { body } = await mo.get<{ waivers: { scope: { path: string } }[] }>(path);
    expect(body.waivers.map(({ scope }) => scope.path)).toEqual(['/cabin_ctrl/cabin_body_grp/door~1left']);
    await mo.post('/api/scenes/1/changes', {
      id: '00000000-0000-4000-9000-000000000002',
      base: scene.scene.revision + 1,
      label: 'Rename',
      edits: [{ kind: 'rename', object, from: 'door/left', to: 'door left' }],
    });
  });
  it('are taken back by whoever asked for them', async () => {
    const { body } = await mo.post<{ waiver: number }>(path, asks());
    await mo.put(`${path}/${body.waiver}`, { state: 'cleared' });
    expect((await mo.get<Listed>(path)).body.waivers).toEqual([]);
  });
  it('hold until a version is saved', async () => {
    const before = await blockers();
    const { body } = await ines.post<{ state: string }>(path, asks({ until: { version: 2 } }));
    expect(body.state).toBe('granted');
    expect(await until(async () => (await blockers()) === before - 1, 10)).toBeTrue();
    await mo.post('/api/scenes/1/versions', { note: 'the second' });
    expect(await until(async () => (await blockers()) === before, 10)).toBeTrue();
  });
  it('let a package through the gate, and stand in it', async () => {
    const { body } = await mo.get<{ scene: { standing: { byCheck: Record<string, number> } } }>(
      '/api/scenes/1',
    );
    for (const check of [...Object.keys(body.scene.standing.byCheck), 'helper-branch'])
      await ines.post(path, asks({ scope: { of: 'query', check, where: '*' } }));
    const { job } = (await mo.post<{ job: number }>('/api/scenes/1/handoffs', { revision: 0 })).body;
    expect((await mo.job(job)).state).toBe('done');
    const { body: made } = await mo.get<{ handoffs: { id: number; gate: { waived?: number } }[] }>(
      '/api/scenes/1/handoffs',
    );
    expect(made.handoffs[0]!.gate.waived).toBeGreaterThan(50);
    const manifest = JSON.parse(
      new TextDecoder().decode(await mo.bytes(`/api/handoffs/${made.handoffs[0]!.id}/files/manifest.json`)),
    ) as { waivers: { check: string; where: string; reason: string; until: string }[] };
    expect(manifest.waivers[0]).toEqual(
      jasmine.objectContaining({ where: '*', reason: 'agreed with the rig team', until: 'for good' }),
    );
  });
  it('are refused when they cannot be, and say why', async () => {
    for (const [more, code] of [
      [{ reason: '   ' }, 'request-invalid'],
      [{ until: { date: '2026-13-40' } }, 'request-invalid'],
      [{ scope: { of: 'query', check: 'unnamed' } }, 'request-invalid'],
      [{ scope: { of: 'branch', check: 'unnamed' } }, 'request-invalid'],
      [{ scope: { of: 'query', check: 'unnamed', where: 'kind:(' } }, 'query-invalid'],
    ] as const)
      expect(await ines.refused('POST', path, asks(more))).toBe(code);
    expect(await ines.refused('PUT', `${path}/9999`, { state: 'cleared' })).toBe('not-found');
  });
});

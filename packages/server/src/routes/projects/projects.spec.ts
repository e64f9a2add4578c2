import { randomUUID } from 'node:crypto';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';
import { until } from '../../testing/until.js';

interface Library {
  readonly scenes: readonly {
    readonly id: number;
    readonly name: string;
    readonly judged: boolean;
    readonly unsaved: number;
    readonly standing: { readonly fitting: number; readonly counts: { readonly blocker: number } };
  }[];
  readonly trend: readonly { readonly day: string; readonly named: number; readonly fitting: number }[];
  readonly mostWrong: readonly { readonly check: string; readonly count: number }[];
  readonly lately: readonly { readonly who: string; readonly what: string; readonly scene: string | null }[];
}

describe('the library', () => {
  let server: TestServer;
  let mo: Client;
  const library = async () => (await mo.get<Library>('/api/projects/brannick-pass')).body;
  const rename = (from: string, to: string, object: number, base: number) =>
    mo.post('/api/scenes/2/changes', {
      id: randomUUID(),
      base,
      label: 'Rename a part',
      edits: [{ kind: 'rename', object, from, to }],
    });
  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
  });
  afterAll(() => server.close());

  it('shows every scene with its standing, and a trend that ends today', async () => {
    const { scenes, trend, mostWrong } = await library();
    expect(scenes.map((scene) => scene.name)).toEqual([
      'cableway_cabin',
      'ibex',
      'valley_station',
      'winch_room',
      'supply_crates',
      'winch_room_listing',
    ]);
    expect(trend.at(-1)!.day).toBe(new Date().toISOString().slice(0, 10));
    expect(trend.every((day) => day.fitting <= day.named)).toBeTrue();
    expect(mostWrong.map((one) => one.count)).toEqual(
      [...mostWrong.map((one) => one.count)].sort((a, b) => b - a),
    );
  });
  it('judges a scene anew a moment after a change, and says who did what', async () => {
    const found = await mo.get<{ objects: { object: number; scene: number }[] }>(
      '/api/projects/brannick-pass/search?text=jaw',
    );
    const { object } = found.body.objects.find((one) => one.scene === 2)!;
    const before = (await library()).scenes[1]!;
    await rename('jaw', 'C_jaw_jnt', object, 0);
    let after = (await library()).scenes[1]!;
    await until(async () => (after = (await library()).scenes[1]!).judged);
    expect(after.standing.fitting).toBe(before.standing.fitting + 1);
    expect(after.unsaved).toBe(1);
    expect((await library()).lately[0]).toEqual(
      jasmine.objectContaining({ who: 'Mo Adeyemi', what: 'renamed a part', scene: 'ibex' }),
    );
  });
});

describe('searching every scene', () => {
  let server: TestServer;
  let mo: Client;
  const names = async (text: string) => {
    const { body } = await mo.get<{ objects: { name: string }[] }>(
      `/api/projects/brannick-pass/search?text=${encodeURIComponent(text)}`,
    );
    return body.objects.map((one) => one.name);
  };
  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
  });
  afterAll(() => server.close());

  it('finds a piece of a name, in any case', async () =>
    expect(await names('PULLEY')).toEqual(['pulleys', 'pulley1', 'pulley1_dup', 'pulley2 ', 'Pulley_RF2']));
  it('takes * and ? as wildcards over the whole name', async () => {
    expect(await names('pulley?')).toEqual(['pulleys', 'pulley1']);
    expect(await names('*_dup')).toEqual(['bolt_dup', 'pulley1_dup', 'sign_dup']);
  });
  it('takes what SQL would read as a wildcard for itself', async () => {
    expect(await names('%')).toEqual([]);
    expect(await names('mesh_0')).toEqual(['mesh_0']);
    expect(await names('meshX0')).toEqual([]);
  });
  it('gives a hundred at most, and wants a text', async () => {
    expect(await names('geo')).toHaveSize(100);
    expect(await mo.refused('GET', '/api/projects/brannick-pass/search?text=')).toBe('request-invalid');
  });
});

describe('the people of a project', () => {
  let server: TestServer;
  let ines: Client;
  const path = '/api/projects/brannick-pass/members';
  const members = async () =>
    (await ines.get<{ members: { id: number; signIn: string; role: string }[] }>(path)).body.members;
  // A server each: these specs change who leads.
  beforeEach(async () => {
    server = await startTestServer();
    ines = await server.as('ines');
  });
  afterEach(() => server.close());

  it('always hold a lead, also when two leads step down at the same moment', async () => {
    const me = (await members()).find((one) => one.signIn === 'ines')!;
    const mo = (await members()).find((one) => one.signIn === 'mo')!;
    expect(await ines.refused('PUT', `${path}/${me.id}`, { role: 'viewer' })).toBe('member-last-lead');
    await ines.put(`${path}/${mo.id}`, { role: 'lead' });
    const other = await server.as('mo');
    await Promise.all([
      ines.put(`${path}/${me.id}`, { role: 'artist' }),
      other.put(`${path}/${mo.id}`, { role: 'artist' }),
    ]);
    expect(
      (await other.get<{ members: { role: string }[] }>(path)).body.members.filter(
        (one) => one.role === 'lead',
      ).length,
    ).toBeGreaterThanOrEqual(1);
  });
});

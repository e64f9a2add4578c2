import { partsConvention, type Convention } from '@renquil/core/names';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';
import { until } from '../../testing/until.js';

interface Listed {
  readonly conventions: readonly {
    id: number;
    name: string;
    revision: number;
    draft: boolean;
    scenes: number;
  }[];
  readonly shipped: readonly { id: string; name: string; scenes: number }[];
}
interface Read {
  readonly revision: number;
  readonly body: Convention;
  readonly draft: Convention | null;
  readonly revisions: readonly { revision: number; note: string; author: string }[];
  readonly scenes: readonly { id: number; revision: number }[];
}
interface Opened {
  readonly convention: { id: number | null; shipped: string | null; revision: number; body: Convention };
  readonly scene: { judged: boolean; standing: { fitting: number } };
}
const root = '/api/projects/brannick-pass/conventions';
const twoDigits: Convention = {
  ...partsConvention,
  name: 'Cableway parts',
  slots: { ...partsConvention.slots, number: { digits: 2, start: 1 } },
};

describe('conventions', () => {
  let server: TestServer;
  let ines: Client;
  let mo: Client;
  beforeAll(async () => {
    server = await startTestServer();
    [ines, mo] = [await server.as('ines'), await server.as('mo')];
  });
  afterAll(() => server.close());
  const scene = async (id: number) => (await mo.get<Opened>(`/api/scenes/${id}`)).body;

  it('of the project and those that come with Renquil are listed; scenes are held to the first', async () => {
    const { body } = await mo.get<Listed>(root);
    expect(body.conventions.map((one) => [one.name, one.revision, one.scenes])).toEqual([
      ['Cableway parts', 3, 6],
      ['Animal rigs', 1, 0],
    ]);
    expect(body.shipped.map((one) => one.id)).toEqual([
      'parts',
      'rig',
      'set-dressing',
      'iso-19774',
      'vrm-1.0',
      'webxr-hand',
    ]);
    expect((await scene(1)).convention).toEqual(
      jasmine.objectContaining({ id: 1, revision: 3, shipped: null }),
    );
  });
  it('say what a draft would do to every scene, before it is published', async () => {
    const { body } = await mo.post<{
      scenes: { name: string; names: number; fitBefore: number; fitAfter: number; lost: unknown[] }[];
    }>(`${root}/try`, { body: twoDigits });
    expect(body.scenes.map((one) => one.name)).toEqual([
      'cableway_cabin',
      'ibex',
      'valley_station',
      'winch_room',
      'supply_crates',
      'winch_room_listing',
    ]);
    for (const one of body.scenes) expect(one.fitAfter).toBeLessThan(one.fitBefore);
    expect(body.scenes[2]!.lost.length).toBe(50);
  });
  it('are begun as a copy and dropped again', async () => {
    const { body } = await ines.post<{ id: number }>(root, { name: 'Mine', from: 'rig' });
    expect((await mo.get<Read>(`${root}/${body.id}`)).body.draft!.name).toBe('Mine');
    expect(await ines.refused('POST', root, { name: 'Mine', from: 'rig' })).toBe('request-invalid');
    expect((await ines.delete<{ gone: boolean }>(`${root}/${body.id}/draft`)).body.gone).toBeTrue();
    expect(await mo.refused('GET', `${root}/${body.id}`)).toBe('not-found');
  });
  it('that cannot be used are refused, naming the place', async () => {
    const broken = { ...twoDigits, patterns: { mesh: [{ slot: 'colour' }] } };
    const answer = await ines.put<{ error: { code: string; text: string } }>(`${root}/1/draft`, {
      body: broken,
    });
    expect([answer.status, answer.body.error.code]).toEqual([422, 'convention-invalid']);
    expect(answer.body.error.text).toContain('"colour"');
    expect(await ines.refused('PUT', '/api/scenes/1/convention', { shipped: 'constructor' })).toBe(
      'not-found',
    );
    expect(await ines.refused('PUT', '/api/scenes/1/convention', { convention: 99 })).toBe('not-found');
    expect(await ines.refused('POST', `${root}/2/publish`, {})).toBe('request-invalid');
  });
  it('are learned from the names of scenes, or of what a filter finds', async () => {
    const { body } = await mo.post<{ convention: Convention; fits: number; names: number }>(`${root}/learn`, {
      scenes: [3],
      query: '*_geo or *_grp',
      name: 'From the station',
    });
    expect([
      body.convention.name,
      body.convention.separator,
      body.convention.slots['number']!.digits,
    ]).toEqual(['From the station', '_', 3]);
    expect(body.fits / body.names).toBeGreaterThan(0.98);
    const { body: some } = await mo.post<{ names: number }>(`${root}/learn`, {
      scenes: [3],
      objects: [1, 2, 3, 4],
    });
    expect(some.names).toBe(4);
    expect(await mo.refused('POST', `${root}/learn`, { scenes: [1, 3], objects: [1] })).toBe(
      'request-invalid',
    );
    expect(await mo.refused('POST', `${root}/learn`, { scenes: [99] })).toBe('not-found');
    expect(await mo.refused('POST', `${root}/learn`, { scenes: [1], query: 'kind:(' })).toBe('query-invalid');
  });
});

describe('publishing a convention', () => {
  let server: TestServer;
  let ines: Client;
  let mo: Client;
  beforeEach(async () => {
    server = await startTestServer();
    [ines, mo] = [await server.as('ines'), await server.as('mo')];
  });
  afterEach(() => server.close());
  const scene = async (id: number) => (await mo.get<Opened>(`/api/scenes/${id}`)).body;
  const judged = async (id: number) => {
    let now = await scene(id);
    if (!(await until(async () => (now = await scene(id)).scene.judged))) throw new Error('never judged');
    return now.scene.standing.fitting;
  };

  it('makes the draft a numbered revision with a note, which then judges the scenes held to them', async () => {
    const before = await judged(1);
    expect((await ines.put(`${root}/1/draft`, { body: twoDigits })).status).toBe(200);
    expect((await mo.get<Read>(`${root}/1`)).body.draft!.slots['number']!.digits).toBe(2);
    expect((await scene(1)).convention.body.slots['number']!.digits)
      .withContext('a draft judges nothing')
      .toBe(3);
    const published = await ines.post<{ revision: number; scenes: number[] }>(`${root}/1/publish`, {
      note: 'two digits',
    });
    expect(published.body).toEqual({ revision: 4, scenes: [1, 2, 3, 4, 5, 6] });
    expect((await scene(1)).convention.revision).toBe(4);
    expect(await judged(1)).toBeLessThan(before);
    const { body } = await mo.get<Read>(`${root}/1`);
    expect([body.draft, body.revisions[0]!.note, body.revisions[0]!.author]).toEqual([
      null,
      'two digits',
      'Ines Laurent',
    ]);
    expect((await mo.get<Convention>(`${root}/1/revisions/2`)).body.slots['number']!.digits).toBe(3);
  });
  it('leaves a scene at the revision it is pinned to, or at one that comes with Renquil', async () => {
    expect((await ines.put(`/api/scenes/2/convention`, { convention: 1, revision: 2 })).status).toBe(200);
    await ines.put(`${root}/1/draft`, { body: twoDigits });
    await ines.post(`${root}/1/publish`, { scenes: 'none' });
    expect((await scene(2)).convention.revision).toBe(2);
    await ines.put(`/api/scenes/2/convention`, { shipped: 'vrm-1.0' });
    expect((await scene(2)).convention).toEqual(jasmine.objectContaining({ id: null, shipped: 'vrm-1.0' }));
  });
});

describe('recipes of a project', () => {
  let server: TestServer;
  let mo: Client;
  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
  });
  afterAll(() => server.close());
  const path = '/api/projects/brannick-pass/recipes';
  const recipe = { renquil: 'recipe/1', name: 'Sheaves', steps: [{ step: 'swap-sides' }] };
  it('are kept by name, replaced, and deleted', async () => {
    await mo.put(path, { recipe });
    await mo.put(path, { recipe: { ...recipe, steps: [] } });
    const { body } = await mo.get<{ recipes: { id: number; recipe: typeof recipe; author: string }[] }>(path);
    expect(body.recipes.map((one) => [one.recipe.name, one.recipe.steps.length, one.author])).toEqual([
      ['Sheaves', 0, 'Mo Adeyemi'],
    ]);
    expect((await mo.delete(`${path}/${body.recipes[0]!.id}`)).status).toBe(200);
    expect(await mo.refused('DELETE', `${path}/${body.recipes[0]!.id}`)).toBe('not-found');
  });
  it('that cannot be run, or have no name, are refused', async () => {
    expect(await mo.refused('PUT', path, { recipe: { ...recipe, steps: [{ step: 'explode' }] } })).toBe(
      'recipe-invalid',
    );
    expect(await mo.refused('PUT', path, { recipe: { ...recipe, name: ' ' } })).toBe('recipe-invalid');
  });
});

describe('a word over the library', () => {
  let server: TestServer;
  let mo: Client;
  beforeAll(async () => {
    server = await startTestServer();
    mo = await server.as('mo');
  });
  afterAll(() => server.close());
  const root = '/api/projects/brannick-pass/words';
  interface Use {
    readonly count: number;
    readonly scenes: readonly { scene: number; count: number; examples: string[] }[];
  }
  it('is counted as a word, not as letters in another', async () => {
    const { body } = await mo.get<Use>(`${root}?word=door`);
    expect(body.scenes[0]!.examples.length).toBeGreaterThan(0);
    expect(body.scenes.flatMap((one) => one.examples).every((name) => /door/i.test(name))).toBeTrue();
    expect((await mo.get<Use>(`${root}?word=doo`)).body.count).toBe(0);
    expect((await mo.get<Use>(`${root}?word=${encodeURIComponent('%')}`)).body.count).toBe(0);
  });
  it('that is rare is told the common one it is nearly, until a scene changes', async () => {
    interface Near {
      readonly near: { readonly word: string; readonly used: number } | null;
    }
    const near = async (word: string) => (await mo.get<Near>(`${root}/near?word=${word}`)).body.near;
    const used = (await mo.get<Use>(`${root}?word=sheave`)).body.count;
    expect(used).toBeGreaterThan(3);
    expect(await near('sheeve')).toEqual({ word: 'sheave', used });
    expect(await near('sheave')).toBeNull();
    expect(await near('zzzzzz')).toBeNull();
    await mo.post(`${root}/rename`, { from: 'sheave', to: 'roller', apply: true });
    expect(await near('sheeve')).toBeNull();
    expect((await near('rollar'))?.word).toBe('roller');
  });
  it('is renamed everywhere as a proposal first, then as one change a scene, in the capitals that stood there', async () => {
    const ask = (apply: boolean) =>
      mo.post<{
        scenes: { scene: number; revision: number; renames: { before: string; after: string }[] }[];
      }>(`${root}/rename`, { from: 'lamp', to: 'lantern', apply });
    const proposed = (await ask(false)).body.scenes;
    expect(proposed.length).toBeGreaterThan(1);
    expect((await ask(false)).body.scenes)
      .withContext('a proposal changes nothing')
      .toEqual(proposed);
    expect(proposed[0]!.renames.find((one) => one.before.startsWith('L_F_lamp001'))!.after).toContain(
      'L_F_lantern001',
    );
    expect(
      proposed.flatMap((one) => one.renames).every((one) => !/lamp(?![a-z])/i.test(one.after)),
    ).toBeTrue();
    const applied = (await ask(true)).body.scenes;
    expect(applied.map((one) => [one.scene, one.revision])).toEqual(
      proposed.map((one) => [one.scene, one.revision + 1]),
    );
    expect((await mo.get<Use>(`${root}?word=lamp`)).body.count).toBe(0);
    expect((await mo.get<Use>(`${root}?word=lantern`)).body.count).toBe(
      proposed.flatMap((one) => one.renames).length,
    );
  });
});

describe('conventions that are begun', () => {
  let server: TestServer;
  let ines: Client;
  beforeAll(async () => {
    server = await startTestServer();
    ines = await server.as('ines');
  });
  afterAll(() => server.close());
  it('of one name at once are one, and the others are told', async () => {
    const answers = await Promise.all(
      Array.from({ length: 10 }, () =>
        ines.post<{ error?: { code: string; text: string } }>(root, { name: 'At once', from: 'parts' }),
      ),
    );
    expect(answers.filter(({ status }) => status === 201)).toHaveSize(1);
    const told = answers.filter(({ status }) => status !== 201).map(({ body }) => body.error!.text);
    expect(new Set(told).size).toBe(1);
    expect(told[0]).toContain('there is a convention "At once" already');
  });
  it('called as JavaScript has it do not exist', async () => {
    for (const from of ['constructor', '__proto__', 'toString'])
      expect(await ines.refused('POST', root, { name: `from ${from}`, from })).toBe('not-found');
  });
});

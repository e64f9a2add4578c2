import { randomUUID } from 'node:crypto';
import { readRows } from '@renquil/formats';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';

describe('several projects', () => {
  let server: TestServer;
  let ines: Client;
  let mo: Client;
  const projects = async (of: Client) =>
    (
      await of.get<{ projects: { slug: string; name: string; role: string; archived: boolean }[] }>(
        '/api/session',
      )
    ).body.projects;
  beforeAll(async () => {
    server = await startTestServer();
    [ines, mo] = [await server.as('ines'), await server.as('mo')];
  });
  afterAll(() => server.close());

  it('are made by who has the right, each with an address of its own, led by its maker', async () => {
    expect(await mo.refused('POST', '/api/projects', { name: 'Mine' })).toBe('not-allowed');
    const slugs: string[] = [];
    for (const name of ['Ridge Line', 'Ridge line', 'Größe 7', '山', '🐐'])
      slugs.push((await ines.post<{ slug: string }>('/api/projects', { name })).body.slug);
    expect(slugs).toEqual(['ridge-line', 'ridge-line-2', 'grosse-7', 'shan', 'project']);
    expect((await projects(ines)).find((one) => one.slug === 'ridge-line')).toEqual({
      slug: 'ridge-line',
      name: 'Ridge Line',
      role: 'lead',
      archived: false,
    });
    expect(await mo.refused('GET', '/api/projects/ridge-line')).toBe('not-found');
    const { body } = await server.client().get<{ people: { role: string }[] }>('/api/people/demo');
    expect(body.people.map(({ role }) => role)).toEqual(['artist', 'lead', 'viewer']);
  });
  it('give the right to make more to leads alone, by who has it', async () => {
    const path = '/api/projects/brannick-pass/members';
    const { body } = await ines.get<{ members: { id: number; signIn: string }[] }>(path);
    const id = (signIn: string) => body.members.find((one) => one.signIn === signIn)!.id;
    const may = (who: string) => ines.refused('PUT', `${path}/${id(who)}/makes-projects`, { may: true });
    expect(await may('mo')).toBe('request-invalid');
    expect(await may('ines')).toBe('request-invalid');
    await ines.put(`${path}/${id('mo')}`, { role: 'lead' });
    expect(await mo.refused('PUT', `${path}/${id('tam')}/makes-projects`, { may: true })).toBe('not-allowed');
    expect(await may('mo')).toBe('accepted');
    expect((await mo.post('/api/projects', { name: 'Of Mo' })).status).toBe(201);
    await ines.put(`${path}/${id('mo')}`, { role: 'artist' });
    await ines.put(`${path}/${id('mo')}/makes-projects`, { may: false });
    expect(await mo.refused('POST', '/api/projects', { name: 'No more' })).toBe('not-allowed');
  });
  it('that are archived are seen and not changed, until a lead takes them out', async () => {
    const path = '/api/projects/brannick-pass';
    expect(await mo.refused('PUT', path, { archived: true })).toBe('not-allowed');
    expect((await ines.put(path, { archived: true })).status).toBe(204);
    expect((await projects(mo)).find((one) => one.slug === 'brannick-pass')!.archived).toBeTrue();
    expect((await mo.get('/api/scenes/1')).status).toBe(200);
    const change = {
      id: randomUUID(),
      base: 0,
      label: 'x',
      edits: [{ kind: 'rename', object: 1, from: 'a', to: 'b' }],
    };
    expect(await mo.refused('POST', '/api/scenes/1/changes', change)).toBe('project-archived');
    expect(await ines.refused('POST', `${path}/invitations`, { role: 'viewer' })).toBe('project-archived');
    expect((await ines.put(path, { archived: false, name: 'Brannick Pass II' })).status).toBe(204);
    expect(await mo.refused('POST', '/api/scenes/1/changes', change)).not.toBe('project-archived');
    await ines.put(path, { name: 'Brannick Pass' });
  });

  it('keep an audit of who got in and who gave what, which leads read and take as CSV', async () => {
    const path = '/api/projects/brannick-pass';
    await server.client().post('/api/session', { signIn: 'tam', password: 'guess' });
    await ines.post(`${path}/invitations`, { role: 'viewer', note: '=SUM(1)' });
    const { body } = await ines.post<{ job: number }>('/api/scenes/1/handoffs', {
      revision: 0,
      reason: 'the client waits',
    });
    await ines.job(body.job);
    type Audit = { lines: { kind: string; who: string; what: string }[]; more: boolean };
    const lines = (await ines.get<Audit>(`${path}/audit`)).body.lines.map(
      ({ kind, who, what }) => `${kind} ${who}: ${what}`,
    );
    for (const wanted of [
      /^people Tam Brandt: could not sign in, from .*127\.0\.0\.1$/,
      /^people Ines Laurent: invited somebody as viewer \(=SUM\(1\)\)$/,
      /^work Ines Laurent: handed off \w+ past the gate: the client waits$/,
    ])
      expect(lines.some((line) => wanted.test(line)))
        .withContext(String(wanted))
        .toBeTrue();
    const people = (await ines.get<Audit>(`${path}/audit?kind=people`)).body.lines;
    expect(people.every(({ kind }) => kind === 'people')).toBeTrue();
    expect(await mo.refused('GET', `${path}/audit`)).toBe('not-allowed');
    // What leads alone may read is not among what everybody sees of late.
    const { body: library } = await mo.get<{ lately: { what: string }[] }>(path);
    expect(library.lately.some(({ what }) => /sign in|invited/.test(what))).toBeFalse();
    const csv = new TextDecoder().decode(await ines.bytes(`${path}/audit.csv`));
    const rows = readRows(csv);
    expect(rows[0]).toEqual(['at', 'kind', 'who', 'what', 'scene']);
    expect(rows.length - 1).toBe(
      Number(
        (await server.services.database.one<{ n: number }>(
          'SELECT COUNT(*) AS n FROM audit WHERE project_id = 1',
        ))!.n,
      ),
    );
  });
});

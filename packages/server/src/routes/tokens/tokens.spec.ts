import { randomUUID } from 'node:crypto';
import { startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';

describe('tokens for pipelines', () => {
  let server: TestServer;
  let ines: Client;
  const path = '/api/projects/brannick-pass';
  const make = async (more: object = {}) =>
    (
      await ines.post<{ token: string; id: number }>(`${path}/tokens`, {
        name: 'nightly',
        role: 'artist',
        ...more,
      })
    ).body;
  const ask = async (token: string, method: string, at: string, body?: unknown) => {
    const headers = { authorization: `Bearer ${token}` };
    const answer = await server.client().send<{ error?: { code: string } }>(method, at, body, headers);
    return answer.body.error?.code ?? answer.status;
  };
  const rename = () => ({
    id: randomUUID(),
    base: 0,
    label: 'By the night',
    edits: [{ kind: 'rename', object: 1, from: 'x', to: 'y' }],
  });
  beforeAll(async () => {
    server = await startTestServer();
    ines = await server.as('ines');
  });
  afterAll(() => server.close());

  it('do what their role may in their project, under a name of their own, and nothing of a person', async () => {
    const { token } = await make();
    expect(await ask(token, 'GET', path)).toBe(200);
    expect(await ask(token, 'GET', '/api/scenes/1')).toBe(200);
    expect(await ask(token, 'POST', `${path}/invitations`, { role: 'lead' })).toBe('not-allowed');
    expect(await ask(token, 'GET', '/api/account/sessions')).toBe('not-allowed');
    expect(await ask(token, 'POST', '/api/projects', { name: 'mine' })).toBe('not-allowed');
    expect(await ask(token, 'POST', '/api/scenes/1/versions', { note: 'by night' })).toBe(201);
    const { body } = await ines.get<{ versions: { author: string }[] }>('/api/scenes/1/versions');
    expect(JSON.stringify(body)).toContain('nightly (token)');
    const { token: looks } = await make({ role: 'viewer' });
    expect(await ask(looks, 'GET', '/api/scenes/1')).toBe(200);
    expect(await ask(looks, 'POST', '/api/scenes/1/changes', rename())).toBe('not-allowed');
  });
  it('for one scene see that one alone', async () => {
    const { token } = await make({ scene: 1 });
    expect(await ask(token, 'GET', '/api/scenes/1')).toBe(200);
    expect(await ask(token, 'GET', '/api/scenes/2')).toBe('not-found');
    expect(await ask(token, 'GET', path)).toBe('not-found');
    const headers = { authorization: `Bearer ${token}` };
    const about = await server
      .client()
      .send<{ scene: number; role: string }>('GET', '/api/token', undefined, headers);
    expect([about.body.scene, about.body.role]).toEqual([1, 'artist']);
    expect(await ines.refused('POST', `${path}/tokens`, { name: 'x', role: 'viewer', scene: 9999 })).toBe(
      'not-found',
    );
  });
  it('are shown once and kept as a sum, say when they were used, and end by hand or by date', async () => {
    const { token, id } = await make({ name: 'weekly', days: 1 });
    expect(await ask(token, 'GET', path)).toBe(200);
    const list = await ines.get<{ tokens: { id: number; seen: string | null; isOver: boolean }[] }>(
      `${path}/tokens`,
    );
    expect(list.body.tokens.find((one) => one.id === id)!.seen).not.toBeNull();
    expect(JSON.stringify(list.body)).not.toContain(token);
    const rows = await server.services.database.rows('SELECT * FROM api_token');
    expect(JSON.stringify(rows)).not.toContain(token);
    await server.services.database.run('UPDATE api_token SET expires_at = UTC_TIMESTAMP(3) WHERE id = ?', [
      id,
    ]);
    expect(await ask(token, 'GET', path)).toBe('token-refused');
    const { token: next, id: nextId } = await make();
    expect((await ines.delete(`${path}/tokens/${nextId}`)).status).toBe(204);
    expect(await ask(next, 'GET', path)).toBe('token-refused');
    for (const bad of ['', 'x', 'a'.repeat(500), '"; DROP'])
      expect(await ask(bad, 'GET', path)).toBe('token-refused');
  });
  it('are no way to sign in, and no cookie makes up for a bad one', async () => {
    await make();
    const row = await server.services.database.one<{ sign_in: string }>(
      'SELECT sign_in FROM account WHERE is_token LIMIT 1',
    );
    expect(
      await server.client().refused('POST', '/api/session', { signIn: row!.sign_in, password: '' + 'x' }),
    ).toBe('sign-in-refused');
    const answer = await ines.send<{ error: { code: string } }>('GET', path, undefined, {
      authorization: 'Basic eDp5',
    });
    expect(answer.body.error.code).toBe('token-refused');
  });
});

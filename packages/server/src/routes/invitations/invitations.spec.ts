import { joined, startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';

describe('links that work once', () => {
  let server: TestServer;
  let ines: Client;
  const path = '/api/projects/brannick-pass';
  const invite = async (role = 'artist') =>
    (
      await ines.post<{ token: string; id: number }>(`${path}/invitations`, {
        role,
        note: 'the new modeller',
      })
    ).body;
  const members = async () =>
    (await ines.get<{ members: { id: number; signIn: string; role: string }[] }>(`${path}/members`)).body
      .members;
  const memberOf = async (signIn: string) => (await members()).find((one) => one.signIn === signIn)!;
  beforeAll(async () => {
    server = await startTestServer();
    ines = await server.as('ines');
  });
  afterAll(() => server.close());

  it('bring somebody new in, with a name and password of their own, and nobody after', async () => {
    const { token } = await invite();
    const nobody = server.client();
    const looked = await nobody.post<object>('/api/invitations/look', { token });
    expect(looked.body).toEqual({ project: 'Brannick Pass', role: 'artist', by: 'Ines Laurent' });
    const make = { token, signIn: 'bo', name: 'Bo', password: joined };
    const made = await nobody.post<{ project: string }>('/api/invitations/accept', make);
    expect([made.status, made.body.project]).toEqual([201, 'brannick-pass']);
    expect((await nobody.get(path)).status).toBe(200);
    expect((await memberOf('bo')).role).toBe('artist');
    expect(await server.client().refused('POST', '/api/invitations/accept', { ...make, signIn: 'bo2' })).toBe(
      'link-over',
    );
    expect(await server.client().refused('POST', '/api/invitations/look', { token })).toBe('link-over');
  });
  it('bring in who is signed in as they are, and never take a role away', async () => {
    const mo = await server.as('mo');
    const { token } = await invite('viewer');
    expect((await mo.post('/api/invitations/accept', { token })).status).toBe(201);
    expect((await memberOf('mo')).role).toBe('artist');
    const { token: next } = await invite();
    expect(await server.client().refused('POST', '/api/invitations/accept', { token: next })).toBe(
      'not-signed-in',
    );
  });
  it('tell few names that are taken, and are over then', async () => {
    const { token } = await invite();
    const codes = [];
    for (let i = 0; i < 12; i++)
      codes.push(
        await server
          .client()
          .refused('POST', '/api/invitations/accept', { token, signIn: 'mo', name: 'M', password: joined }),
      );
    expect(codes).toEqual([...Array<string>(10).fill('request-invalid'), 'link-over', 'link-over']);
  });
  it('are used by one of two at the same moment', async () => {
    const { token } = await invite();
    const answers = await Promise.all(
      ['zo', 'zu'].map((signIn) =>
        server.client().post('/api/invitations/accept', { token, signIn, name: signIn, password: joined }),
      ),
    );
    expect(answers.map(({ status }) => status).sort()).toEqual([201, 404]);
  });
  it('are listed without what is in them, and taken back', async () => {
    const { id, token } = await invite('lead');
    const { body } = await ines.get<{ invitations: { id: number }[] }>(`${path}/invitations`);
    expect(body.invitations.map((one) => one.id)).toContain(id);
    expect(JSON.stringify(body)).not.toContain(token);
    await ines.delete(`${path}/invitations/${id}`);
    expect(await server.client().refused('POST', '/api/invitations/look', { token })).toBe('link-over');
  });

  it('set a new password once, end all sessions of whom they are for, and end with a newer one', async () => {
    const ida = await server.join('ida', 'viewer');
    const { id } = await memberOf('ida');
    const reset = async () => (await ines.post<{ token: string }>(`${path}/members/${id}/reset`)).body.token;
    const [old, token] = [await reset(), await reset()];
    const next = 'seven grey sheaves';
    const use = (of: string) =>
      server.client().refused('POST', '/api/account/reset', { token: of, password: next });
    expect(await use(old)).toBe('link-over');
    expect(await server.client().refused('POST', '/api/account/reset', { token, password: 'weak' })).toBe(
      'password-weak',
    );
    expect(await use(token)).toBe('accepted');
    expect(await use(token)).toBe('link-over');
    expect(await ida.refused('GET', path)).toBe('not-signed-in');
    const back = server.client();
    expect((await back.post('/api/session', { signIn: 'ida', password: next })).status).toBe(200);
    // One for a password is no way into a project, nor the other way round.
    expect(await server.client().refused('POST', '/api/invitations/look', { token: await reset() })).toBe(
      'link-over',
    );
    expect(await use((await invite()).token)).toBe('link-over');
  });
  it('to a new password are not for a lead to open what somebody has in other projects', async () => {
    const una = await server.join('una', 'artist');
    const { id } = await memberOf('una');
    const { database } = server.services;
    const other = await database.run("INSERT INTO project (slug, name) VALUES ('other', 'Other')");
    await database.run("INSERT INTO member (project_id, account_id, role) VALUES (?, ?, 'viewer')", [
      other.insertId,
      id,
    ]);
    expect(await ines.refused('POST', `${path}/members/${id}/reset`)).toBe('not-allowed');
    expect((await una.get(path)).status).toBe(200);
  });

  it('are not needed to leave: a lead takes somebody out, who sees nothing more at once', async () => {
    const leo = await server.join('leo', 'artist');
    const { id } = await memberOf('leo');
    expect((await leo.get('/api/scenes/1')).status).toBe(200);
    expect((await ines.delete(`${path}/members/${id}`)).status).toBe(204);
    expect(await leo.refused('GET', '/api/scenes/1')).toBe('not-found');
    expect(await ines.refused('DELETE', `${path}/members/${id}`)).toBe('not-found');
    expect(await ines.refused('DELETE', `${path}/members/${(await memberOf('ines')).id}`)).toBe(
      'member-last-lead',
    );
  });
});

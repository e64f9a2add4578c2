import { request } from 'node:http';
import type { RenquilError } from '@renquil/core/errors';
import { joined, startTestServer, type TestServer } from '../testing/test-server.js';
import { signIn } from './sessions.js';

describe('signing in', () => {
  let server: TestServer;
  // Accounts that are guessed at are their own: what is counted against them keeps no other spec out.
  beforeAll(async () => {
    server = await startTestServer();
    for (const name of ['slowed', 'guessed']) await server.join(name, 'viewer');
  });
  afterAll(() => server.close());

  it('stores Argon2id hashes and hashed tokens only', async () => {
    const mo = await server.as('mo');
    const row = await server.services.database.one<{ password_hash: string }>(
      'SELECT password_hash FROM account LIMIT 1',
    );
    expect(row!.password_hash).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    const token = mo.cookie.split('=')[1]!;
    const sessions = await server.services.database.rows<{ token_hash: Buffer }>(
      'SELECT token_hash FROM session',
    );
    expect(sessions.some((s) => s.token_hash.toString('base64url') === token)).toBeFalse();
  });
  it('sets a cookie that scripts cannot read and other sites do not send', async () => {
    const response = await fetch(`${server.url}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"signIn":"mo","password":"brannick"}',
    });
    expect(response.headers.get('set-cookie')).toMatch(/HttpOnly.*SameSite=Strict/);
  });
  it('ends a session when one signs out', async () => {
    const mo = await server.as('mo');
    const { cookie } = mo;
    await mo.delete('/api/session');
    mo.cookie = cookie;
    expect(await mo.refused('GET', '/api/projects/brannick-pass')).toBe('not-signed-in');
  });
  it('says the same for a wrong name and a wrong password', async () => {
    const client = server.client();
    expect(await client.refused('POST', '/api/session', { signIn: 'nobody', password: 'x' })).toBe(
      'sign-in-refused',
    );
    expect(await client.refused('POST', '/api/session', { signIn: 'tam', password: 'x' })).toBe(
      'sign-in-refused',
    );
  });
  it('slows down after ten wrong tries, even for the right password, and says for how long', async () => {
    const client = server.client();
    for (let i = 0; i < 10; i++)
      await client.post('/api/session', { signIn: 'slowed', password: `wrong ${i}` });
    const answer = await client.post('/api/session', { signIn: 'slowed', password: joined });
    expect(answer.status).toBe(429);
    expect(answer.headers.get('retry-after')).toBe('300');
  });
  it('keeps nobody out where they signed in before, however much is guessed elsewhere; only there', async () => {
    const { database } = server.services;
    const from = (address: string) => ({ address, agent: '' });
    const enter = (password: string, address: string) =>
      signIn(database, 'guessed', password, from(address)).then(
        () => 'in',
        (error: RenquilError) => error.code,
      );
    expect(await enter(joined, '10.0.0.1')).toBe('in');
    const guesses: string[] = [];
    for (let i = 0; i < 70; i++) guesses.push(await enter(`guess ${i}`, `10.1.0.${i % 30}`));
    expect(guesses.filter((one) => one === 'sign-in-refused')).toHaveSize(50);
    expect(guesses.at(-1)).toBe('sign-in-slowed');
    expect(await enter(joined, '10.9.9.9')).toBe('sign-in-slowed');
    expect(await enter(joined, '10.0.0.1')).toBe('in');
    // At home too ten wrong ones are all.
    for (let i = 0; i < 10; i++) await enter(`wrong ${i}`, '10.0.0.1');
    expect(await enter(joined, '10.0.0.1')).toBe('sign-in-slowed');
  });
  it('tries no more of many guesses at once than of as many one after another', async () => {
    const client = server.client();
    const answers = await Promise.all(
      Array.from({ length: 40 }, (_, i) =>
        client.refused('POST', '/api/session', { signIn: 'of no account', password: `guess ${i}` }),
      ),
    );
    expect(answers.filter((one) => one === 'sign-in-refused').length).toBeLessThanOrEqual(10);
    expect(answers.filter((one) => one === 'sign-in-slowed').length).toBeGreaterThanOrEqual(30);
  });
  it('takes changes from its own pages only', async () => {
    const mo = await server.as('mo');
    for (const headers of [
      { origin: 'https://elsewhere.example' },
      { 'sec-fetch-site': 'cross-site' },
      { origin: 'null' },
    ]) {
      const answer = await mo.send<{ error: { code: string } }>(
        'POST',
        '/api/scenes/1/versions',
        { note: '' },
        headers,
      );
      expect(answer.body.error.code).withContext(JSON.stringify(headers)).toBe('origin-refused');
    }
  });
  it('is reached by its own names only, whatever a page elsewhere lets its name point at', async () => {
    const asked = (host: string): Promise<number> =>
      new Promise((done, fail) => {
        const { port } = new URL(server.url);
        request({ port, path: '/api/health', headers: { host } }, (answer) => {
          answer.resume();
          done(answer.statusCode!);
        })
          .on('error', fail)
          .end();
      });
    expect(await asked('evil.example:8420')).toBe(421);
    expect(await asked('localhost')).toBe(200);
    expect(await asked('127.0.0.1:99')).toBe(200);
  });
  it('reads no body of whoever may not send one, and little of who is not signed in', async () => {
    const stranger = server.client();
    const much = { signIn: 'mo', password: 'x'.repeat(20e6) };
    const began = performance.now();
    expect(await stranger.refused('POST', '/api/session', much)).toBe('file-too-large');
    expect(await stranger.refused('POST', '/api/scenes/1/changes', much)).toBe('not-signed-in');
    expect(await stranger.refused('PUT', '/api/projects/brannick-pass/recipes', much)).toBe('not-signed-in');
    expect(performance.now() - began).toBeLessThan(20_000);
  });
  it('sends the headers that keep a page safe', async () => {
    const { headers } = await server.client().get('/api/health');
    expect(headers.get('content-security-policy')).toContain("script-src 'self'");
    expect(headers.get('content-security-policy')).toContain("frame-ancestors 'none'");
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('x-powered-by')).toBeNull();
  });
});

describe('bad requests', () => {
  let server: TestServer;
  beforeAll(async () => (server = await startTestServer()));
  afterAll(() => server.close());
  for (const [what, path, body] of [
    ['no JSON', '/api/session', '{"signIn":'],
    ['a list', '/api/session', '[]'],
    ['too few members', '/api/session', '{"signIn":"mo"}'],
    ['an unknown member', '/api/session', '{"signIn":"mo","password":"x","admin":true}'],
  ] as const) {
    it(`with ${what} get one clear error`, async () => {
      const response = await fetch(server.url + path, {
        method: 'POST',
        headers: { 'content-type': 'application/json' },
        body,
      });
      expect(response.status).toBe(400);
      expect(((await response.json()) as { error: { code: string } }).error.code).toBe('request-invalid');
    });
  }
  it('to an address that is not there are not found', async () =>
    expect(await server.client().refused('GET', '/api/no/such')).toBe('not-found'));
});

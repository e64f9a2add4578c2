import { joined, startTestServer, type TestServer } from '../../testing/test-server.js';
import type { Client } from '../../testing/client.js';

interface Sessions {
  readonly sessions: readonly { id: number; isThis: boolean; agent: string; address: string }[];
}

describe("one's account", () => {
  let server: TestServer;
  let ada: Client;
  const who = async (client: Client) =>
    (await client.get<{ account: { name: string } | null }>('/api/session')).body.account?.name ?? null;
  const sessions = async (of: Client) => (await of.get<Sessions>('/api/account/sessions')).body.sessions;
  beforeAll(async () => {
    server = await startTestServer();
    ada = await server.join('ada', 'artist');
  });
  afterAll(() => server.close());

  it('lists where one is signed in, and ends one of them or all others', async () => {
    const [second, third] = [await server.in('ada'), await server.in('ada')];
    const all = await sessions(ada);
    expect(all).toHaveSize(3);
    expect(all.filter(({ isThis }) => isThis)).toHaveSize(1);
    expect(all[0]!.address).toMatch(/127\.0\.0\.1/);
    const ofSecond = (await sessions(second)).find(({ isThis }) => isThis)!;
    expect((await ada.delete(`/api/account/sessions/${ofSecond.id}`)).status).toBe(204);
    expect([await who(second), await who(third), await who(ada)]).toEqual([null, 'New ada', 'New ada']);
    expect((await ada.delete<{ ended: number }>('/api/account/sessions')).body.ended).toBe(1);
    expect([await who(third), await who(ada)]).toEqual([null, 'New ada']);
    // Of others nothing can be ended, whatever number is tried.
    const mo = await server.as('mo');
    const ofMo = (await sessions(mo))[0]!.id;
    expect(await ada.refused('DELETE', `/api/account/sessions/${ofMo}`)).toBe('not-found');
    expect(await who(mo)).toBe('Mo Adeyemi');
  });

  it('takes another password from who knows the one there is, and ends all other sessions', async () => {
    await ada.delete('/api/account/sessions');
    const other = await server.in('ada');
    const next = 'the last cabin down';
    expect(await ada.refused('PUT', '/api/account/password', { now: 'wrong', next })).toBe('sign-in-refused');
    for (const [weak, says] of [
      ['short', /5 characters, and 12/],
      ['aaaaaaaaaaaaaaaa', /too few different/],
      ['adaadaadaadaada1234', /hardly more than the name|too few/],
      ['qwertyuiop123', /tried first/],
    ] as const) {
      const answer = await ada.send<{ error: { code: string; text: string } }>(
        'PUT',
        '/api/account/password',
        {
          now: joined,
          next: weak,
        },
      );
      expect(answer.body.error?.code).withContext(weak).toBe('password-weak');
      expect(answer.body.error.text).toMatch(says);
    }
    expect(
      (await ada.put<{ ended: number }>('/api/account/password', { now: joined, next })).body.ended,
    ).toBe(1);
    expect([await who(ada), await who(other)]).toEqual(['New ada', null]);
    expect(await server.client().refused('POST', '/api/session', { signIn: 'ada', password: joined })).toBe(
      'sign-in-refused',
    );
    await ada.put('/api/account/password', { now: next, next: joined });
  });

  it('counts wrong tries at the old password as those of signing in', async () => {
    const eve = await server.join('eve', 'viewer');
    const codes = [];
    for (let i = 0; i < 12; i++)
      codes.push(
        await eve.refused('PUT', '/api/account/password', { now: `no ${i}`, next: 'a new long one' }),
      );
    expect(codes.slice(0, 10)).toEqual(Array(10).fill('sign-in-refused'));
    expect(codes.slice(10)).toEqual(['sign-in-slowed', 'sign-in-slowed']);
  });

  it('is forgotten by a browser after 72 hours without a request, and not by one that is used', async () => {
    const idle = await server.join('kit', 'viewer');
    const age = (hours: number) =>
      server.services.database.run('UPDATE session SET seen_at = UTC_TIMESTAMP(3) - INTERVAL ? HOUR', [
        hours,
      ]);
    await age(71);
    expect(await who(idle)).toBe('New kit');
    expect((await idle.get('/api/projects/brannick-pass')).status).toBe(200);
    await age(73);
    expect(await who(idle)).toBeNull();
    expect(await idle.refused('GET', '/api/projects/brannick-pass')).toBe('not-signed-in');
    // The sessions of the other specs are as they were.
    await age(0);
  });
});

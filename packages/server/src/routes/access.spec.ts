import type { Needs } from '@renquil/api';
import { startTestServer, type TestServer } from '../testing/test-server.js';
import type { Client } from '../testing/client.js';
import { routeRegistry } from './registry.js';

/** Those that end or change the session they come with: they go with one of their own. */
const own: ReadonlySet<string> = new Set(['/api/session', '/api/account/sessions']);

/** Whom each need lets in. Everyone else must be refused, on every route there is. */
const lets: Readonly<Record<Needs, readonly string[]>> = {
  anyone: ['nobody', 'tam', 'mo', 'ines', 'stranger'],
  'signed-in': ['tam', 'mo', 'ines', 'stranger'],
  viewer: ['tam', 'mo', 'ines'],
  artist: ['mo', 'ines'],
  lead: ['ines'],
};

describe('every route lets in whom it says, and nobody else', () => {
  let server: TestServer;
  const clients = new Map<string, Client>();

  beforeAll(async () => {
    server = await startTestServer();
    clients.set('nobody', server.client());
    for (const who of ['tam', 'mo', 'ines'] as const) clients.set(who, await server.as(who));
    const ines = clients.get('ines')!;
    const stranger = await server.join('stray', 'viewer');
    await server.services.database.run(
      "DELETE FROM member WHERE account_id = (SELECT id FROM account WHERE sign_in = 'stray')",
    );
    clients.set('stranger', stranger);
    // A job and a package to point at.
    const { body } = await ines.post<{ job: number }>('/api/scenes/1/handoffs', {
      revision: 0,
      reason: 'for the table',
    });
    await ines.job(body.job);
  });
  afterAll(() => server.close());

  /** The same person, in a session of its own. */
  const again = async (who: string): Promise<Client> => {
    if (who === 'nobody') return server.client();
    return who === 'stranger' ? server.in('stray') : server.as(who as 'mo');
  };

  for (const { endpoint: route } of routeRegistry) {
    for (const who of lets.anyone) {
      const may = lets[route.needs].includes(who);
      it(`${route.method.toUpperCase()} ${route.path}: ${who} ${may ? 'may' : 'may not'}`, async () => {
        // The session of the table's people must outlive signing out and wrong passwords, so those go with a fresh client.
        const client = own.has(route.path) && route.method !== 'get' ? await again(who) : clients.get(who)!;
        const path = route.path
          .replace(':project', 'brannick-pass')
          .replace(':scene', '1')
          .replace(':job', '1')
          .replace(':handoff', '1')
          .replace(':account', '9999')
          .replace(':session', '9999')
          .replace(':link', '9999')
          .replace(':token', '9999')
          .replace(':version', '9999')
          .replace(':waiver', '9999')
          .replace(':revision', '0')
          .replace(':name', 'manifest.json');
        const controller = new AbortController();
        const response = await fetch(server.url + path, {
          method: route.method.toUpperCase(),
          headers: {
            cookie: client.cookie,
            ...(route.method === 'get' ? {} : { 'content-type': 'application/json' }),
          },
          ...(route.method === 'get' ? {} : { body: '{"nothing":"useful"}' }),
          signal: controller.signal,
        });
        const isStream = response.headers.get('content-type')?.startsWith('text/event-stream');
        const code =
          response.ok || isStream
            ? 'ok'
            : ((await response.json()) as { error: { code: string } }).error.code;
        controller.abort();
        if (own.has(route.path) && who !== 'nobody') clients.set(who, await again(who));
        // The table's own scene comes out of the bin again.
        if (route.path === '/api/scenes/:scene' && may)
          await server.services.database.run('UPDATE scene SET binned_at = NULL');
        const refusals = ['not-signed-in', 'not-allowed'];
        if (who === 'stranger' && !may) expect(code).toBe('not-found');
        else if (may) expect(refusals).not.toContain(code);
        else expect(code).toBe(who === 'nobody' ? 'not-signed-in' : 'not-allowed');
      });
    }
  }
});

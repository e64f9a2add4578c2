import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Host } from './host.js';
import { main } from './main.js';

/** A server of a few answers: what the command line makes of them. The real one is asked in the end-to-end tests. */
describe('the command line with a server', () => {
  let server: Server;
  let url = '';
  let err = '';
  let asked: string[] = [];
  const answers: Record<string, [number, unknown]> = {
    'GET /api/token': [
      200,
      { name: 't', role: 'artist', scene: null, project: { slug: 'pass', name: 'The Pass' } },
    ],
    'GET /api/projects/pass': [200, { scenes: [{ id: 7, name: 'cabin' }] }],
    'GET /api/scenes/7': [200, { scene: { name: 'cabin', revision: 3 } }],
    'POST /api/scenes/7/handoffs': [202, { job: 5 }],
    'GET /api/jobs/5': [
      200,
      {
        state: 'failed',
        result: null,
        error: { code: 'handoff-blocked', text: 'The gate is not passed; open blockers: 4.' },
      },
    ],
  };
  const host = (token: string | undefined): Host => ({
    read: () => new TextEncoder().encode(`${token ?? ''}\n`),
    write: () => undefined,
    makeFolder: () => undefined,
    watch: () => Promise.resolve(),
    environment: () => token,
    print: () => undefined,
    complain: (text) => (err += text),
  });
  const token = 'a-token_of_256_bits_or_so';
  const run = (args: readonly string[], secret: string | undefined = token) => {
    [err, asked] = ['', []];
    return main(args, host(secret));
  };
  beforeAll(async () => {
    server = createServer((request, response) => {
      asked.push(`${request.method} ${request.url} ${request.headers.authorization}`);
      if (request.url === '/api/scenes/8/moved')
        return void response.writeHead(302, { location: 'http://127.0.0.1:1/' }).end();
      const [status, body] = answers[`${request.method} ${request.url}`] ?? [404, '<html>'];
      response.writeHead(status, { 'content-type': 'application/json' });
      response.end(typeof body === 'string' ? body : JSON.stringify(body));
    });
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
    url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterAll(() => void server.close());

  it("ends with 1 and the server's words where the gate is not passed", async () => {
    expect(await run(['handoff', 'cabin', '--server', url, '--out', 'p.zip'])).toBe(1);
    expect(err).toBe('The gate is not passed; open blockers: 4.\n');
    expect(asked.every((line) => line.endsWith(`Bearer ${token}`))).toBeTrue();
  });
  for (const [what, args, secret, says] of [
    ['no token', ['check', 'cabin', '--server', '@'], '', /wants a token.*RENQUIL_TOKEN/],
    ['what is no token', ['check', 'cabin', '--server', '@'], 'x y', /RENQUIL_TOKEN holds no token/],
    ['no address', ['check', 'cabin', '--server', 'ftp://x'], token, /takes an address such as/],
    [
      'nobody there',
      ['check', 'cabin', '--server', 'http://127.0.0.1:1'],
      token,
      /127\.0\.0\.1:1 does not answer/,
    ],
    [
      'another server',
      ['check', '7', '--server', '@', '--token-file', 'f'],
      token,
      /answered 404 and is no Renquil server/,
    ],
    ['no such scene', ['check', 'boat', '--server', '@'], token, /There is no such scene "boat" in The Pass/],
    [
      'no place for the package',
      ['handoff', 'cabin', '--server', '@'],
      token,
      /How it is used: renquil handoff FILE/,
    ],
  ] as const)
    it(`ends with 2 and says so: ${what}`, async () => {
      expect(
        await run(
          args.map((one) => one.replace('@', url)),
          secret,
        ),
      ).toBe(2);
      expect(err).toMatch(says);
      expect(err).not.toContain('our fault');
    });
});

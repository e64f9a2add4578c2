import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { partsConvention } from '@renquil/core/names';
import { publishedModels } from '@renquil/formats/testing';
import type { Host } from './host.js';
import { main } from './main.js';

/** A server of a few answers: what the command line makes of them. The real one is asked in the end-to-end tests. */
const copy = Buffer.from(publishedModels().find(({ name }) => name === 'generic-hand/left.glb')!.bytes);

describe('the command line with a server', () => {
  let server: Server;
  let url = '';
  let err = '';
  let out = '';
  let asked: string[] = [];
  const answers: Record<string, [number, unknown]> = {
    'GET /api/token': [
      200,
      { name: 't', role: 'artist', scene: null, project: { slug: 'pass', name: 'The Pass' } },
    ],
    'GET /api/projects/pass': [
      200,
      {
        scenes: [
          { id: 7, name: 'cabin' },
          { id: 9, name: 'elsewhere' },
        ],
      },
    ],
    'GET /api/scenes/7': [
      200,
      { scene: { name: 'cabin', revision: 3 }, convention: { body: partsConvention } },
    ],
    'GET /api/scenes/7/waivers': [200, { version: 1, waivers: [] }],
    'GET /api/projects/pass/targets': [
      200,
      { targets: [{ key: '3', target: { title: 'Crew app', format: 'glb', names: { longest: 4 } } }] },
    ],
    'GET /api/projects/pass/conventions': [
      200,
      {
        conventions: [
          { id: 4, name: 'House', revision: 2 },
          { id: 5, name: 'Draft', revision: 0 },
        ],
      },
    ],
    'GET /api/projects/pass/conventions/4/revisions/2': [200, { ...partsConvention, name: 'House' }],
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
    size: () => 0,
    readPart: () => new Uint8Array(),
    writeBehind: () => undefined,
    makeFolder: () => undefined,
    watch: () => Promise.resolve(),
    environment: () => token,
    print: (text) => (out += text),
    complain: (text) => (err += text),
  });
  const token = 'a-token_of_256_bits_or_so';
  const run = (args: readonly string[], secret: string | undefined = token) => {
    [err, out, asked] = ['', '', []];
    return main(args, host(secret));
  };
  beforeAll(async () => {
    server = createServer((request, response) => {
      asked.push(`${request.method} ${request.url} ${request.headers.authorization}`);
      if (request.url === '/api/scenes/8/moved')
        return void response.writeHead(302, { location: 'http://127.0.0.1:1/' }).end();
      if (request.url === '/api/scenes/7/copy?as=glb') return void response.end(copy);
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
  it('checks a scene of a server for a target of its project, by its key or its title', async () => {
    for (const target of ['3', 'Crew app']) {
      const asking = ['check', 'cabin', '--server', url, '--target', target, '--format', 'json'];
      expect(await run(asking))
        .withContext(err)
        .toBe(1);
      expect(out).toContain('Names that the receiver cannot read');
    }
    await run(['check', 'cabin', '--server', url, '--format', 'json']);
    expect(out).not.toContain('Names that the receiver cannot read');
    expect(await run(['check', 'cabin', '--server', url, '--target', 'nobody'])).toBe(2);
  });
  it('lists the conventions of a project and prints one as a file', async () => {
    expect(await run(['conventions', '--server', url])).toBe(0);
    expect(out).toContain('4\tHouse\n5\tDraft\nparts\tParts\n');
    expect(await run(['conventions', 'House', '--server', url]))
      .withContext(err)
      .toBe(0);
    expect(out).toBe(`${JSON.stringify({ ...partsConvention, name: 'House' }, null, 2)}\n`);
    expect(await run(['conventions', 'Draft', '--server', url])).toBe(2);
    expect(err).toContain('no published convention "Draft"');
    expect(await run(['conventions', 'parts'])).toBe(0);
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
      ['check', '9', '--server', '@', '--token-file', 'f'],
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

import { createServer } from 'node:net';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { readFlags } from './flags.js';
import { serve } from './serve.js';

describe('starting', () => {
  let folder: string;
  beforeAll(() => (folder = mkdtempSync(join(tmpdir(), 'renquil-serve-'))));
  afterAll(() => rmSync(folder, { recursive: true, force: true }));
  const flags = (...more: string[]) => readFlags(['--data', folder, '--port', '0', ...more], '/');
  const quiet = (): void => undefined;

  it('puts the demo in once, and starts again with what was done', async () => {
    const first = await serve(flags(), null, quiet);
    const sign = await fetch(`http://127.0.0.1:${first.port}/api/session`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: '{"signIn":"mo","password":"brannick"}',
    });
    const cookie = sign.headers.get('set-cookie')!.split(';')[0]!;
    await fetch(`http://127.0.0.1:${first.port}/api/scenes/1/versions`, {
      method: 'POST',
      headers: { cookie, 'content-type': 'application/json' },
      body: '{"note":"kept"}',
    });
    await first.close();
    const second = await serve(flags(), null, quiet);
    const versions = await (
      await fetch(`http://127.0.0.1:${second.port}/api/scenes/1/versions`, { headers: { cookie } })
    ).text();
    expect(versions).toContain('kept');
    await second.close();
  });
  it('throws the demo away with --reset-demo', async () => {
    const made = await serve(flags('--reset-demo'), null, quiet);
    const people = (await (await fetch(`http://127.0.0.1:${made.port}/api/people/demo`)).json()) as {
      people: unknown[];
    };
    expect(people.people).toHaveSize(3);
    await made.close();
  });
  it('says that the port is taken, and leaves nothing running', async () => {
    const other = createServer().listen(0, '127.0.0.1');
    await new Promise((done) => other.once('listening', done));
    const { port } = other.address() as { port: number };
    await expectAsync(serve({ ...flags(), port }, null, quiet)).toBeRejectedWithError(
      new RegExp(`Port ${port} is taken`),
    );
    other.close();
  });
  it('does not open the demo to the world', async () => {
    await expectAsync(serve(flags('--host', '0.0.0.0'), null, quiet)).toBeRejectedWithError(
      /served on 127\.0\.0\.1 only/,
    );
  });
});

describe('flags', () => {
  it('have defaults', () =>
    expect(readFlags([], '/here')).toEqual(
      jasmine.objectContaining({
        port: 8420,
        host: '127.0.0.1',
        data: '/here/.renquil',
        demo: true,
        resetDemo: false,
      }),
    ));
  for (const [args, says] of [
    [['--prot', '1'], /--prot/],
    [['--port', 'x'], /whole number/],
    [['--port', '70000'], /whole number/],
    [['stray'], /stray/],
  ] as const) {
    it(`refuse ${args.join(' ')} in words`, () => expect(() => readFlags(args, '/')).toThrowError(says));
  }
});

import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync, gzipSync } from 'node:zlib';
import { startTestServer, type TestServer } from '../testing/test-server.js';
import { createApp } from './app.js';
import { listen, type Listening } from './listen.js';

describe('the pages', () => {
  let server: TestServer;
  let pages: Listening;
  let folder: string;
  const script = 'console.log("a page");'.repeat(200);
  beforeAll(async () => {
    server = await startTestServer();
    folder = mkdtempSync(join(tmpdir(), 'renquil-pages-'));
    writeFileSync(join(folder, 'index.html'), '<rq-root></rq-root>');
    writeFileSync(join(folder, 'main-ABCDEF12.js'), script);
    writeFileSync(join(folder, 'main-ABCDEF12.js.br'), brotliCompressSync(script));
    writeFileSync(join(folder, 'main-ABCDEF12.js.gz'), gzipSync(script));
    pages = await listen(createApp(server.services, folder), '127.0.0.1', 0);
  });
  afterAll(async () => {
    await pages.close();
    await server.close();
    rmSync(folder, { recursive: true, force: true });
  });
  const get = (path: string, encoding: string) =>
    fetch(`http://127.0.0.1:${pages.port}${path}`, { headers: { 'accept-encoding': encoding } });

  for (const [accepts, sent] of [
    ['br, gzip', 'br'],
    ['gzip', 'gzip'],
    ['identity', null],
  ] as const)
    it(`go out as ${sent ?? 'they are'} to who takes "${accepts}", for ever where the name has a hash`, async () => {
      const answer = await get('/main-ABCDEF12.js', accepts);
      expect([answer.status, answer.headers.get('content-encoding')]).toEqual([200, sent]);
      expect(answer.headers.get('cache-control')).toContain('immutable');
      expect(answer.headers.get('content-type')).toContain('javascript');
      expect(answer.headers.get('vary')).toContain('Accept-Encoding');
      expect(await answer.text()).toBe(script);
    });
  it('are asked for anew each time where their name has none, whatever the address', async () => {
    for (const path of ['/', '/scenes/1/name', '/..%2f..%2fetc%2fpasswd', '/%E0%A4%A']) {
      const answer = await get(path, 'br');
      expect(answer.status).withContext(path).toBeLessThan(500);
      if (answer.ok) expect(await answer.text()).toContain('<rq-root');
    }
    expect((await get('/', 'br')).headers.get('cache-control')).toBe('no-store');
  });
  it('may put in styles with the number of their one answer, and nothing else of their own', async () => {
    const seen = new Set<string>();
    for (const path of ['/', '/scenes/1', '/index.html']) {
      const answer = await get(path, 'br');
      const policy = answer.headers.get('content-security-policy')!;
      const nonce = /style-src 'self' 'nonce-([^']{20,})'/.exec(policy)?.[1];
      expect(policy).not.toContain('unsafe');
      expect(await answer.text()).toBe(`<rq-root ngCspNonce="${nonce}"></rq-root>`);
      seen.add(nonce!);
    }
    expect(seen.size).toBe(3);
  });
});

import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import express from 'express';
import type { AddressInfo } from 'node:net';
import { servePages } from './serve-pages.js';

describe('the policy of scripts', () => {
  it('lets workers run WebAssembly, and the one that makes functions of strings reach nothing', async () => {
    const folder = mkdtempSync(join(tmpdir(), 'renquil-pages-'));
    for (const name of ['index.html', 'worker-ABCDEFGH.js', 'chunk-ABCDEFGH.js', 'main-ABCDEFGH.js'])
      writeFileSync(join(folder, name), '');
    writeFileSync(join(folder, 'worker-ABCDEFG2.js'), 'new t.KTX2File(a)');
    const app = express();
    app.use((_request, response, next) => {
      response.setHeader(
        'Content-Security-Policy',
        "default-src 'self';connect-src 'self' ws:;script-src 'self';worker-src 'self'",
      );
      next();
    });
    servePages(app, folder);
    const server = app.listen(0, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    const { port } = server.address() as AddressInfo;
    const policy = async (path: string): Promise<string> =>
      (await fetch(`http://127.0.0.1:${port}/${path}`)).headers.get('content-security-policy')!;
    expect(await policy('worker-ABCDEFGH.js')).toContain("script-src 'self' 'wasm-unsafe-eval';");
    expect(await policy('worker-ABCDEFGH.js')).toContain("connect-src 'self' ws:;");
    const makes = await policy('worker-ABCDEFG2.js');
    expect(makes).toContain("script-src 'self' 'wasm-unsafe-eval' 'unsafe-eval';");
    expect(makes.match(/connect-src [^;]*/g)).toEqual(["connect-src 'none'"]);
    for (const path of ['', 'chunk-ABCDEFGH.js', 'main-ABCDEFGH.js', 'worker-x.js'])
      expect(await policy(path))
        .withContext(path)
        .not.toContain('wasm');
    server.close();
    rmSync(folder, { recursive: true });
  });
});

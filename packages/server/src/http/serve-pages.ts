import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Express } from 'express';
import staticPacked from 'express-static-gzip';

/** A worker has the policy of its own script: those that decode shapes run WebAssembly, the page does not. One whose decoder makes functions of strings may, and in turn reaches nothing. */
function workerPolicy(policy: string, makesFunctions: boolean): string {
  const scripts = makesFunctions ? "'wasm-unsafe-eval' 'unsafe-eval'" : "'wasm-unsafe-eval'";
  const run = policy.replace("script-src 'self'", `script-src 'self' ${scripts}`);
  return makesFunctions ? `${run.replace(/connect-src [^;]*;?/, '')};connect-src 'none'` : run;
}
/** Workers whose script loads the transcoder of Basis Universal. */
function functionMakers(pages: string): ReadonlySet<string> {
  const names = readdirSync(pages).filter((name) => /^worker-[A-Z0-9]{8}\.js$/.test(name));
  return new Set(names.filter((name) => readFileSync(join(pages, name), 'utf8').includes('KTX2File')));
}

/** The built pages: each browser gets the packed form that it takes (RFC 9110, 12.5.3), and any other address the page. */
export function servePages(app: Express, pages: string): void {
  const makers = functionMakers(pages);
  const page = readFileSync(join(pages, 'index.html'), 'utf8');
  const static_ = staticPacked(pages, {
    enableBrotli: true,
    orderPreference: ['br', 'gz'],
    index: false,
    serveStatic: {
      setHeaders: (response, path) => {
        // The build puts a hash into the names of what may be kept for ever.
        const hashed = /-[A-Z0-9]{8}\.\w+(\.(br|gz))?$/.test(path);
        const worker = /\/(worker-[A-Z0-9]{8}\.js)(\.(br|gz))?$/.exec(path)?.[1];
        const policy = worker && response.getHeader('Content-Security-Policy');
        if (typeof policy === 'string')
          response.setHeader('Content-Security-Policy', workerPolicy(policy, makers.has(worker!)));
        response.setHeader('Cache-Control', hashed ? 'public, max-age=31536000, immutable' : 'no-cache');
      },
    },
  });
  app.use((request, response, next) => {
    if (/^\/index\.html/.test(request.path)) next();
    else void static_(request, response, next);
  });
  app.get('/{*path}', (_request, response) => {
    // Its nonce is that of this one answer, so the page itself is never taken from a cache.
    response.setHeader('Cache-Control', 'no-store');
    const nonce = response.locals['nonce'] as string;
    response.type('html').send(page.replace('<rq-root>', `<rq-root ngCspNonce="${nonce}">`));
  });
}

import { request as httpRequest } from 'node:http';
import express from 'express';
import { startTestServer, type TestServer } from '../testing/test-server.js';
import { createApp } from './app.js';
import { listen, type Listening } from './listen.js';
import { endUnread, readBody } from './read-body.js';
import { rates, RequestLimit } from './request-limit.js';

describe('requests', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await startTestServer();
  });
  afterAll(() => server.close());

  it('for bytes are answered from a cache only after asking, and leave nothing there after signing out', async () => {
    const mo = await server.as('mo');
    for (const path of ['/api/scenes/1/source', '/api/scenes/1/thumbnail', '/api/scenes/1/snapshots/0']) {
      const first = await mo.send('GET', path);
      expect(first.headers.get('cache-control')).withContext(path).toBe('private, no-cache');
      const tag = first.headers.get('etag')!;
      const again = await mo.send('GET', path, undefined, {
        'if-none-match': tag,
        'cache-control': 'max-age=0',
      });
      expect([again.status, again.body]).withContext(path).toEqual([304, '']);
      const nobody = await server.client().send('GET', path, undefined, { 'if-none-match': tag });
      expect(nobody.status).toBe(401);
    }
    const out = await mo.delete('/api/session');
    expect(out.headers.get('clear-site-data')).toBe('"cache"');
  });

  it('of one person, and of one address of nobody known, are slowed; others are not', async () => {
    // A hundredth of the usual: 10 at once.
    const limit = new RequestLimit(0.01);
    const small: Listening = await listen(createApp(server.services, null, { limit }), '127.0.0.1', 0);
    const url = `http://127.0.0.1:${small.port}`;
    const [mo, ines] = [await server.as('mo'), await server.as('ines')];
    const ask = (cookie: string) => fetch(`${url}/api/projects/brannick-pass`, { headers: { cookie } });
    const of = async (cookie: string) => {
      const answers = await Promise.all(Array.from({ length: 15 }, () => ask(cookie)));
      return answers.map(({ status }) => status);
    };
    const first = await of(mo.cookie);
    expect(first.filter((status) => status === 200)).toHaveSize(rates.person.burst * 0.01);
    expect(first.filter((status) => status === 429)).toHaveSize(5);
    expect((await ask(ines.cookie)).status).toBe(200);
    expect((await of('')).filter((status) => status === 401)).toHaveSize(10);
    // What is no session of anybody's is counted as nobody's.
    expect((await of('renquil_session=guess')).every((status) => status === 429)).toBeTrue();
    const slowed = await ask('');
    expect([slowed.status, slowed.headers.get('retry-after')]).toEqual([429, '2']);
    await small.close();
  });

  it('whose body trickles in are ended, and what is not read is not waited for', async () => {
    const app = express();
    app.post('/slow', (request, response, next) => {
      endUnread(request, response);
      readBody(express.json(), request, response, 0.3).then(() => response.json({ read: true }), next);
    });
    app.post('/refused', (request, response) => {
      endUnread(request, response);
      response.status(401).json({});
    });
    app.use(((error: Error, _request, response, _next) => {
      response.status(408).json({ text: error.message });
    }) satisfies express.ErrorRequestHandler);
    const own = await listen(app, '127.0.0.1', 0);
    for (const [path, wanted] of [
      ['/slow', 408],
      ['/refused', 401],
    ] as const) {
      const ended = new Promise<number>((done) => {
        let status = 0;
        const slow = httpRequest({
          port: own.port,
          path,
          method: 'POST',
          headers: { 'content-type': 'application/json' },
        });
        slow.on('response', (answer) => (status = answer.statusCode!));
        slow.on('error', () => undefined);
        // It is the server that ends it: nothing here does.
        slow.on('socket', (socket) => socket.on('close', () => done(status)));
        slow.write('{"a":');
      });
      expect(await ended)
        .withContext(path)
        .toBe(wanted);
    }
    await own.close();
  });
});

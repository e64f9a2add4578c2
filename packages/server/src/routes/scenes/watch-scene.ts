import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { authorize } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

/** A page that does not read is let go; it comes again and asks from the last number it knew. */
const mostUnread = 1 << 20;
const isRefusal: ReadonlySet<string> = new Set([
  'not-signed-in',
  'not-found',
  'not-allowed',
  'token-refused',
]);

export const watchScene = defineRoute(endpoints.watchScene, {
  async handleRaw(
    { scene, query, account, credentials },
    { database, events, beatEvery },
    request,
    response,
  ) {
    const ended = events.streams.begin(account.id);
    request.on('close', ended);
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    response.write('retry: 2000\n\n');
    const send = (id: number, body: string): void => {
      if (response.writableLength > mostUnread) response.destroy();
      else response.write(`id: ${id}\ndata: ${body}\n\n`);
    };
    // What comes while the past is read waits for it.
    let waiting: [number, string][] | null = [];
    const stop = events.listen(scene.id, (id, body) => (waiting ? waiting.push([id, body]) : send(id, body)));
    const wanted = {
      needs: 'viewer',
      params: { scene: String(scene.id) },
      changes: false,
      quiet: true,
    } as const;
    // A comment now and then keeps proxies from closing a quiet stream.
    const beat = setInterval(() => {
      response.write(': still here\n\n');
      // Whoever signed out meanwhile, or may not see the scene any more, hears no more of it.
      authorize(database, credentials, wanted).catch((error: unknown) => {
        if (error instanceof RenquilError && isRefusal.has(error.code)) response.end();
      });
    }, beatEvery);
    request.on('close', () => {
      clearInterval(beat);
      stop();
    });
    const known = Number(request.headers['last-event-id'] ?? query.after);
    const past = Number.isSafeInteger(known) ? await events.since(scene.id, known).catch(() => []) : [];
    const told = new Set(past.map(({ id }) => id));
    for (const { id, body } of past) send(id, body);
    for (const [id, body] of waiting) if (!told.has(id)) send(id, body);
    waiting = null;
    return null;
  },
});

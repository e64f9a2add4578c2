import { defineRoute } from '../../http/route.js';

export const watchScene = defineRoute({
  method: 'get',
  path: '/api/scenes/:scene/events',
  needs: 'viewer',
  says: 'Server-sent events: a line for each change and version of the scene, by anyone, as it happens.',
  async handleRaw({ scene }, { events }, request, response) {
    response.writeHead(200, {
      'Content-Type': 'text/event-stream',
      'Cache-Control': 'no-store',
      'X-Accel-Buffering': 'no',
    });
    response.write('retry: 2000\n\n');
    const stop = events.listen(scene.id, (id, body) => response.write(`id: ${id}\ndata: ${body}\n\n`));
    // A comment now and then keeps proxies from closing a quiet stream.
    const beat = setInterval(() => response.write(': still here\n\n'), 20_000);
    request.on('close', () => {
      clearInterval(beat);
      stop();
    });
    return null;
  },
});

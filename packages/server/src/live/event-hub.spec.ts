import { startTestServer, type TestServer } from '../testing/test-server.js';
import { EventHub, insertEvent, type SceneEvent } from './event-hub.js';
import { until } from '../testing/until.js';

const event = (revision: number): SceneEvent => ({ type: 'change', revision, author: 'Mo', label: 'x' });

describe('the event hub', () => {
  let server: TestServer;
  let hub: EventHub;
  const heard: number[] = [];
  beforeAll(async () => {
    server = await startTestServer();
    await insertEvent(server.services.database, 1, event(1));
    hub = await EventHub.open(server.services.database);
  });
  beforeEach(() => (heard.length = 0));
  afterAll(async () => {
    hub.close();
    await server.close();
  });
  const listen = () =>
    hub.listen(1, (_, body) => heard.push((JSON.parse(body) as { revision: number }).revision));
  const settle = (count: number) => until(() => heard.length >= count);

  it('tells what comes after it opened, once, and nothing from before', async () => {
    const stop = listen();
    await insertEvent(server.services.database, 1, event(2));
    await insertEvent(server.services.database, 2, event(3));
    hub.wake();
    hub.wake();
    await settle(1);
    await insertEvent(server.services.database, 1, event(4));
    await settle(2);
    stop();
    expect(heard).toEqual([2, 4]);
  });
  it('tells an event whose transaction ended after a later one', async () => {
    const stop = listen();
    await server.services.database.transaction(async (slow) => {
      await insertEvent(slow, 1, event(10));
      await insertEvent(server.services.database, 1, event(11));
      hub.wake();
      await settle(1);
      expect(heard).toEqual([11]);
    });
    hub.wake();
    await settle(2);
    stop();
    expect(heard).toEqual([11, 10]);
  });
  it('tells a page that comes back what came after the last number it knew', async () => {
    const mo = await server.as('mo');
    await insertEvent(server.services.database, 3, event(20));
    const [known] = await server.services.database.rows<{ id: number }>('SELECT MAX(id) AS id FROM event');
    await insertEvent(server.services.database, 3, event(21));
    await insertEvent(server.services.database, 2, event(22));
    for (const way of ['header', 'query'] as const) {
      const abort = new AbortController();
      const response = await fetch(
        `${server.url}/api/scenes/3/events${way === 'query' ? `?after=${known!.id}` : ''}`,
        {
          headers: { cookie: mo.cookie, ...(way === 'header' ? { 'last-event-id': String(known!.id) } : {}) },
          signal: abort.signal,
        },
      );
      let text = '';
      const reader = response.body!.getReader();
      while (!text.includes('"revision":21')) text += Buffer.from((await reader.read()).value).toString();
      expect(text).not.toContain('"revision":22');
      abort.abort();
    }
  });
});

import { startTestServer, type TestServer } from '../../testing/test-server.js';

describe('a stream of events', () => {
  let server: TestServer;
  beforeAll(async () => {
    server = await startTestServer({ beatEvery: 500 });
  });
  afterAll(() => server.close());

  it('ends within a beat of signing out and of being taken out, and goes on for others', async () => {
    const [tam, leo, mo, ines] = await Promise.all([
      server.as('tam'),
      server.join('leo', 'viewer'),
      server.as('mo'),
      server.as('ines'),
    ]);
    const open = async (cookie: string) => {
      const stop = new AbortController();
      const answer = await fetch(`${server.url}/api/scenes/1/events`, {
        headers: { cookie },
        signal: stop.signal,
      });
      let isOver = false;
      const reader = answer.body!.getReader();
      const ended = (async () => {
        while (!(await reader.read()).done);
        isOver = true;
      })().catch(() => undefined);
      return { ended, stop, isOver: () => isOver };
    };
    const [ofTam, ofLeo, ofMo] = await Promise.all([tam, leo, mo].map(({ cookie }) => open(cookie)));
    const path = '/api/projects/brannick-pass/members';
    const { body } = await ines.get<{ members: { id: number; signIn: string }[] }>(path);
    await ines.delete(`${path}/${body.members.find(({ signIn }) => signIn === 'leo')!.id}`);
    await tam.delete('/api/session');
    await Promise.all([ofTam!.ended, ofLeo!.ended]);
    expect([ofTam!.isOver(), ofLeo!.isOver(), ofMo!.isOver()]).toEqual([true, true, false]);
    ofMo!.stop.abort();
    await ofMo!.ended;
  }, 60_000);
});

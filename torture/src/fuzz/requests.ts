import { endpoints, type Endpoint } from '@renquil/api';
import { seededRandom } from '@renquil/core/testing';
import { World } from '../world.js';
import { anyJson, Dice, mutated, texts } from './values.js';

export interface Asked {
  cases: number;
  passed: number;
  refused: number;
  crashed: number;
  hung: number;
}
interface Route {
  readonly method: string;
  readonly path: string;
}
const routes: readonly Route[] = Object.values<Endpoint>(endpoints)
  .map(({ method, path }) => ({ method: method.toUpperCase(), path }))
  // Ends what all others need.
  .filter(
    ({ method, path }) =>
      !(method === 'DELETE' && /^\/api\/(account\/sessions|session)$|members\/:account$/.test(path)),
  );

/** Bodies that are nearly right, by the end of the path they go to. */
const bodies: Readonly<Record<string, unknown>> = {
  session: { signIn: 'mo', password: 'wrong' },
  changes: {
    id: '5f8a1c52-6f3f-4b43-9d1a-0a2b6c0d1e2f',
    base: 0,
    label: 'x',
    edits: [{ kind: 'rename', object: 2, from: 'a', to: 'b' }],
  },
  versions: { note: 'x' },
  recipes: { recipe: { renquil: 'recipe/1', name: 'x', steps: [], clashes: 'stop' } },
  rename: { from: 'door', to: 'lid' },
  standard: { shipped: 'parts' },
  convention: { shipped: 'parts' },
  draft: { body: {} },
  learn: { scenes: [1], query: '' },
  projects: { name: 'Ridge' },
  'brannick-pass': { name: 'Brannick Pass' },
  invitations: { role: 'viewer', note: 'x' },
  look: { token: 'x' },
  accept: { token: 'x', signIn: 'new', name: 'New', password: 'a goat on the ridge' },
  reset: { token: 'x', password: 'a goat on the ridge' },
  password: { now: 'x', next: 'a goat on the ridge' },
  tokens: { name: 'x', role: 'viewer', scene: null, days: 1 },
  'makes-projects': { may: true },
};
const longest = 10_000;

/** Requests to every route of a server with the demo in it, as somebody signed in and as nobody, until a time. */
export async function fuzzRequests(
  seed: number,
  until: number,
  broken: (how: 'crashed' | 'hung', what: string) => void,
): Promise<Asked> {
  const count: Asked = { cases: 0, passed: 0, refused: 0, crashed: 0, hung: 0 };
  const world = await World.make();
  try {
    const { url } = world.server;
    const { cookie } = await world.person('ines');
    const fail = (how: 'crashed' | 'hung', what: string): void => {
      count[how]++;
      broken(how, what);
    };
    const ask = async (dice: Dice): Promise<void> => {
      const { method, path } = dice.one(routes);
      const filled = path.replace(/:(\w+)/g, (_all, name: string) =>
        encodeURIComponent(
          dice.often(0.75)
            ? name === 'project'
              ? 'brannick-pass'
              : String(1 + dice.upTo(6))
            : dice
                .one(texts.filter((text) => text.isWellFormed() && text !== '' && text !== '.'))
                .slice(0, 400),
        ),
      );
      const query = dice.often(0.3)
        ? `?${new URLSearchParams([[dice.one(['after', 'before', 'q', 'word', 'limit', 'x']), String(dice.one([-1, 0, 1e22, 'a', '__proto__', '']))]]).toString()}`
        : '';
      const ends = [filled, path].map((one) => one.split('/').at(-1)!);
      const end = ends.find((one) => Object.hasOwn(bodies, one));
      const known = end === undefined ? undefined : bodies[end];
      const body =
        method === 'GET' || method === 'DELETE'
          ? undefined
          : dice.often(0.15)
            ? dice.one(['', '{', 'null', '[]', '"', '\ufeff{}', '{"a":'.repeat(3000)])
            : JSON.stringify(known && dice.often(0.7) ? mutated(dice, known) : anyJson(dice, 3));
      const what = `${method} ${filled}${query} ${(body ?? '').slice(0, 300)}`;
      count.cases++;
      try {
        const answer = await fetch(`${url}${filled}${query}`, {
          method,
          headers: {
            ...(dice.often(0.9)
              ? { cookie }
              : { cookie: dice.one(['', 'renquil_session=x', 'renquil_session=%00']) }),
            'content-type': dice.often(0.9)
              ? 'application/json'
              : dice.one(['text/plain', 'multipart/form-data', 'x']),
            ...(dice.often(0.05)
              ? { authorization: dice.one(['Bearer x', 'Bearer', 'Basic eDp4', 'Bearer "']) }
              : {}),
            ...(dice.often(0.05) ? { origin: 'http://elsewhere.example' } : {}),
          },
          ...(body === undefined ? {} : { body }),
          signal: AbortSignal.timeout(longest),
        });
        // A stream of events has no end of its own.
        if (answer.headers.get('content-type')?.includes('event-stream')) await answer.body?.cancel();
        else {
          const text = await answer.text();
          if (answer.status >= 500) return fail('crashed', `${answer.status} ${what}: ${text.slice(0, 200)}`);
        }
        if (answer.status < 400) count.passed++;
        else count.refused++;
      } catch (error) {
        const { name } = error as Error;
        fail(
          name === 'TimeoutError' ? 'hung' : 'crashed',
          `${what}: ${String((error as Error).cause ?? error)}`,
        );
      }
    };
    await Promise.all(
      [0, 1, 2].map(async (lane) => {
        const dice = new Dice(seededRandom(seed * 31 + lane));
        while (Date.now() < until && count.crashed + count.hung < 50) await ask(dice);
      }),
    );
    await world.server.untilUp(5).catch((error: unknown) => fail('crashed', String(error)));
  } finally {
    await world.close();
  }
  return count;
}

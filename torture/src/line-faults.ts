import { randomUUID } from 'node:crypto';
import { sleep } from './clock.js';
import { seededRandom } from '@renquil/core/testing';
import type { Row } from './table.js';
import { verify } from './verify.js';
import type { World } from './world.js';

/** A line that repeats, reorders, cuts, delays and doubles requests, with 200 streams open that nobody reads. */
export async function lineFaults(world: World, edits: number, seed = 2): Promise<Row[]> {
  const random = seededRandom(seed);
  const wrong: string[] = [];
  const scene = await world.scene('line', 400);
  const person = await world.person();
  const aborts = [...Array(200)].map(() => new AbortController());
  await Promise.all(
    aborts.map((abort) =>
      fetch(`${world.server.url}/api/scenes/${scene}/events`, {
        headers: { cookie: person.cookie },
        signal: abort.signal,
      }).catch(() => wrong.push('a stream was refused')),
    ),
  );
  const names = new Map<number, string>();
  const counts: Record<string, number> = { repeated: 0, cut: 0, late: 0, 'other body': 0 };
  let revision = 0;
  const path = `/api/scenes/${scene}/changes`;
  const make = (object: number, to: string) => ({
    id: randomUUID() as string,
    base: revision,
    label: 'x',
    edits: [{ kind: 'rename', object, from: names.get(object) ?? `part_${object - 1}`, to }],
  });
  const post = (body: unknown) => person.send<{ revision: number }>('POST', path, body);
  const took = (
    change: ReturnType<typeof make>,
    answer: { status: number; body: { revision: number } },
  ): void => {
    const { object, to } = change.edits[0]!;
    if (answer.status !== 200) return void wrong.push(`${to} was answered with ${answer.status}`);
    names.set(object, to);
    revision = Math.max(revision, answer.body.revision);
    person.acknowledged.push({ scene, id: change.id, revision: answer.body.revision, object, to });
  };
  for (let n = 0; n < edits; n++) {
    const change = make(2 + (n % 300), `line_${n}`);
    const dice = random();
    if (dice < 0.25) {
      counts['repeated']!++;
      const answers = await Promise.all([post(change), post(change), post(change)]);
      if (new Set(answers.map(({ body }) => body.revision)).size !== 1)
        wrong.push(`${change.id} has several revisions`);
      took(change, answers[0]);
    } else if (dice < 0.6) {
      counts['cut']!++;
      const abort = new AbortController();
      const cut = fetch(world.server.url + path, {
        method: 'POST',
        headers: { cookie: person.cookie, 'content-type': 'application/json' },
        body: JSON.stringify(change),
        signal: abort.signal,
      }).catch(() => undefined);
      await sleep(random() * 6);
      abort.abort();
      await cut;
      took(change, await post(change));
    } else if (dice < 0.85) {
      // One that was sent first arrives last.
      counts['late']!++;
      const second = make(2 + ((n + 150) % 300), `late_${n}`);
      const [b] = [await post(second)];
      took(second, b);
      took(change, await post(change));
    } else {
      counts['other body']!++;
      took(change, await post(change));
      const other = { ...change, edits: [{ ...change.edits[0]!, to: 'never' }] };
      const answer = await post(other);
      if (answer.body.error?.code !== 'change-id-taken')
        wrong.push(`another body under one id was answered with ${answer.status}`);
    }
  }
  const began = performance.now();
  await person.send('GET', '/api/health');
  const health = performance.now() - began;
  if (health > 500) wrong.push(`health took ${Math.round(health)} ms`);
  for (const abort of aborts) abort.abort();
  const connection = await world.database();
  wrong.push(...(await verify(connection, person, person.acknowledged)));
  await connection.end();
  const said = Object.entries(counts)
    .map(([kind, n]) => `${kind} ${n}`)
    .join(', ');
  return [
    { what: 'line faults', done: `${person.acknowledged.length} edits (${said}), 200 silent streams`, wrong },
  ];
}

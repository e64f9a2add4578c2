import { sleep } from './clock.js';
import { seededRandom } from '@renquil/core/testing';
import { killMariaDb, Program } from './processes.js';
import { bringIn, jobResult } from './scenes.js';
import type { Row } from './table.js';
import { orphans, verify } from './verify.js';
import type { World } from './world.js';

const kinds = ['node', 'database', 'both', 'worker'] as const;

/** kill -9 of node, database, both and a worker, while people edit, bring in and hand off. */
export async function killRounds(world: World, seconds: number, seed = 1): Promise<Row[]> {
  const random = seededRandom(seed);
  const wrong: string[] = [];
  const scenes = [await world.scene('kill_a', 800), await world.scene('kill_b', 800)];
  const end = Date.now() + seconds * 1000;
  const deadline = end + 90_000;
  const worker = new Program('worker', world.data);
  world.extra.push(worker);
  worker.start();
  const writers = await Promise.all([...Array(8)].map(() => world.person()));
  const counts = { node: 0, database: 0, both: 0, worker: 0 };
  const requests = new Map<string, number>();
  const work: Promise<unknown>[] = writers.map(async (person, w) => {
    const names = new Map<number, string>();
    for (let n = 0; Date.now() < end; n++) {
      const scene = scenes[w % 2]!;
      const object = 2 + w * 40 + (n % 40);
      const from = names.get(object) ?? `part_${object - 1}`;
      const to = `w${w}_${n}`;
      if (await person.rename(scene, object, from, to, deadline)) names.set(object, to);
      else if (person.refused.length) break;
      await sleep(random() * 20);
    }
    wrong.push(...person.refused.map((text) => `a writer was refused: ${text}`));
  });
  const importer = await world.person();
  const leader = await world.person('ines');
  let [imports, handoffs] = [0, 0];
  work.push(
    (async () => {
      for (; Date.now() < end; imports++) {
        const request = crypto.randomUUID();
        requests.set(request, await bringIn(importer, `killed_${imports}`, 300, request, deadline));
      }
    })(),
    (async () => {
      for (; Date.now() < end; handoffs++) {
        const body = { revision: 0, reason: 'for the torture', id: crypto.randomUUID() };
        const asked = await leader.until<{ job: number }>(
          'POST',
          `/api/scenes/${scenes[0]}/handoffs`,
          () => body,
          deadline,
        );
        if (asked?.status !== 202) throw new Error(`a hand-off was answered with ${JSON.stringify(asked)}`);
        await jobResult(leader, asked.body.job, deadline);
      }
    })(),
  );
  const everything = Promise.all(work);
  everything.catch(() => undefined);
  while (Date.now() < end) {
    await sleep(700 + random() * 1500);
    const kind = kinds[Math.floor(random() * kinds.length)]!;
    counts[kind]++;
    if (kind === 'database' || kind === 'both') killMariaDb(world.data);
    if (kind === 'node' || kind === 'both') {
      await world.server.kill();
      world.server.start();
    }
    if (kind === 'worker') {
      await worker.kill();
      worker.start();
    }
  }
  await world.server.untilUp();
  await everything.catch((error: Error) => wrong.push(error.message));
  const connection = await world.database();
  const acknowledged = writers.flatMap((person) => person.acknowledged);
  wrong.push(...(await verify(connection, leader, acknowledged)));
  const [twice] = await connection.query(
    'SELECT request_id, COUNT(*) AS n FROM job WHERE request_id IS NOT NULL GROUP BY author, request_id HAVING n > 1',
  );
  if ((twice as unknown[]).length) wrong.push(`${(twice as unknown[]).length} requests became two jobs`);
  const [made] = await connection.query(
    `SELECT (SELECT COUNT(*) FROM scene WHERE name LIKE 'killed%') AS scenes, (SELECT COUNT(*) FROM handoff WHERE scene_id = ${scenes[0]}) AS packages`,
  );
  const { scenes: there, packages } = (made as { scenes: number; packages: number }[])[0]!;
  if (there !== requests.size) wrong.push(`${requests.size} imports were done and ${there} scenes are there`);
  if (packages !== handoffs) wrong.push(`${handoffs} hand-offs were done and ${packages} packages are there`);
  await connection.query('UPDATE file SET created_at = created_at - INTERVAL 2 DAY');
  // It sweeps soon after it has started and then every ten minutes: a server that no round killed has done so long ago.
  await connection.end();
  await world.server.kill();
  world.server.start();
  await world.server.untilUp();
  const again = await world.database();
  const left = await untilSwept(again);
  if (left) wrong.push(`${left} files that nothing points to`);
  await again.end();
  await worker.stop();
  const rounds = Object.values(counts).reduce((sum, n) => sum + n, 0);
  return [
    {
      what: 'kill -9',
      done: `${rounds} rounds (${Object.entries(counts)
        .map(([kind, n]) => `${kind} ${n}`)
        .join(
          ', ',
        )}): ${acknowledged.length} edits, ${requests.size} imports, ${handoffs} hand-offs acknowledged`,
      wrong,
    },
  ];
}

/** Housekeeping of the server takes loose files away within its first minute. */
async function untilSwept(connection: Parameters<typeof orphans>[0]): Promise<number> {
  let left = 1;
  for (let i = 0; i < 240 && left; i++) {
    left = await orphans(connection);
    if (left) await sleep(500);
  }
  return left;
}

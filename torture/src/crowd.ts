import { percentile, sleep } from './clock.js';
import type { Row } from './table.js';
import { verify } from './verify.js';
import type { World } from './world.js';

/** How long one durable commit of one row takes here, at the median, in milliseconds: the measure for acknowledgements. */
export async function oneCommit(world: World): Promise<number> {
  const connection = await world.database();
  await connection.query(
    'CREATE TABLE IF NOT EXISTS torture_row (n INT AUTO_INCREMENT PRIMARY KEY, text VARCHAR(100)) ENGINE = InnoDB',
  );
  const took: number[] = [];
  for (let i = 0; i < 300; i++) {
    const began = performance.now();
    await connection.execute('INSERT INTO torture_row (text) VALUES (?)', [`row ${i}`]);
    took.push(performance.now() - began);
  }
  await connection.query('DROP TABLE torture_row');
  await connection.end();
  return percentile(took.slice(50), 0.5);
}

/** People who edit at once, each as soon as the last edit is acknowledged and a short while has gone by. */
export async function crowd(world: World, people: number, scenes: number, seconds: number): Promise<Row[]> {
  const ids = await Promise.all(
    [...Array(scenes).keys()].map((i) => world.scene(`crowd_${scenes}_${i}_${Date.now()}`, 1000)),
  );
  const crew = await Promise.all([...Array(people)].map(() => world.person()));
  const end = Date.now() + seconds * 1000;
  const wrong: string[] = [];
  let slowest = 0;
  const probe = (async () => {
    const person = await world.person();
    while (Date.now() < end) {
      const began = performance.now();
      await person.send('GET', '/api/health');
      slowest = Math.max(slowest, performance.now() - began);
      await sleep(50);
    }
  })();
  await Promise.all(
    crew.map(async (person, w) => {
      const scene = ids[w % scenes]!;
      const mine = [...Array(10).keys()].map((i) => 2 + Math.floor(w / scenes) * 10 + i);
      const names = new Map(mine.map((object) => [object, `part_${object - 1}`]));
      for (let n = 0; Date.now() < end; n++) {
        const object = mine[n % mine.length]!;
        const to = `p${w}_${n}`;
        if (await person.rename(scene, object, names.get(object)!, to, end + 30_000)) names.set(object, to);
        await sleep(500 + Math.random() * 1000);
      }
      wrong.push(...person.refused);
    }),
  );
  await probe;
  const commit = await oneCommit(world);
  const took = crew.flatMap((person) => person.took);
  const [p50, p95] = [percentile(took, 0.5), percentile(took, 0.95)];
  const connection = await world.database();
  wrong.push(
    ...(await verify(
      connection,
      crew[0]!,
      crew.flatMap((person) => person.acknowledged),
    )),
  );
  await connection.end();
  const ratio = (value: number): string => `${(value / commit).toFixed(1)}x`;
  return [
    {
      what: `${people} people, ${scenes} ${scenes === 1 ? 'scene' : 'scenes'}`,
      done: `${took.length} edits, ${Math.round(took.length / seconds)}/s; acknowledged p50 ${p50.toFixed(1)} ms (${ratio(p50)}), p95 ${p95.toFixed(1)} ms (${ratio(p95)}) of one commit, ${commit.toFixed(2)} ms; health at worst ${Math.round(slowest)} ms`,
      wrong,
    },
  ];
}

import { randomUUID } from 'node:crypto';
import { sleep } from './clock.js';
import type { Row } from './table.js';
import { verify } from './verify.js';
import type { World } from './world.js';

/** Changes to a large scene that are refused, and one that renames all of it, while others are answered. */
export async function refusals(world: World, objects: number): Promise<Row[]> {
  const wrong: string[] = [];
  const scene = await world.scene('large', objects);
  const other = await world.scene('beside', 50);
  const person = await world.person();
  const path = `/api/scenes/${scene}/changes`;
  const change = (edits: unknown[], base: number) => ({ id: randomUUID(), base, label: 'x', edits });
  const rename = (object: number, from: string, to: string) => ({ kind: 'rename', object, from, to });
  const watch = await measure(world, other);
  const first = await person.send<{ revision: number }>(
    'POST',
    path,
    change([rename(2, 'part_1', 'first')], 0),
    60_000,
  );
  const tried = performance.now();
  for (let i = 0; i < 6; i++) {
    const answer = await person.send(
      'POST',
      path,
      change([rename(3, 'not its name', 'x')], first.body.revision),
    );
    if (answer.status !== 422) wrong.push(`a change that does not fit was answered with ${answer.status}`);
  }
  const refused = watch.lap();
  const refusing = performance.now() - tried;
  const all = [...Array(objects - 3).keys()].map((i) => rename(i + 3, `part_${i + 2}`, `all_${i}`));
  const began = performance.now();
  const answer = await person.send<{ revision: number }>(
    'POST',
    path,
    change(all, first.body.revision),
    120_000,
  );
  const took = performance.now() - began;
  if (answer.status !== 200)
    wrong.push(
      `renaming all was answered with ${answer.status} ${JSON.stringify(answer.body).slice(0, 200)}`,
    );
  const during = watch.lap();
  await watch.stop();
  if (isHeldUp(refused.worst, refusing))
    wrong.push(`others waited ${Math.round(refused.worst)} ms while changes were refused`);
  if (isHeldUp(during.worst, took))
    wrong.push(`others waited ${Math.round(during.worst)} ms while all was renamed`);
  const connection = await world.database();
  wrong.push(...(await verify(connection, person, [])));
  await connection.end();
  return [
    {
      what: `${objects.toLocaleString('en')} objects`,
      done: `6 refused: others at worst ${Math.round(refused.worst)} ms of ${refused.count} edits; all renamed in ${(took / 1000).toFixed(1)} s: others at worst ${Math.round(during.worst)} ms of ${during.count}`,
      wrong,
    },
  ];
}

/** Somebody who edits another scene all the while. */
async function measure(world: World, scene: number) {
  const person = await world.person();
  let [worst, count, stopped] = [0, 0, false];
  const names = new Map<number, string>();
  const loop = (async () => {
    for (let n = 0; !stopped; n++) {
      const object = 2 + (n % 40);
      const began = performance.now();
      if (
        await person.rename(
          scene,
          object,
          names.get(object) ?? `part_${object - 1}`,
          `b_${n}`,
          Date.now() + 30_000,
        )
      )
        names.set(object, `b_${n}`);
      worst = Math.max(worst, performance.now() - began);
      count++;
      await sleep(30);
    }
  })();
  return {
    lap: () => {
      const made = { worst, count };
      [worst, count] = [0, 0];
      return made;
    },
    stop: () => {
      stopped = true;
      return loop;
    },
  };
}

/** Others waited for most of it, and not only for a machine that stood still: it was seen to, for seconds. */
function isHeldUp(waited: number, took: number): boolean {
  return waited > Math.max(500, took / 2);
}

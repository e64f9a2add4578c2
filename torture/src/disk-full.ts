import { spawnSync } from 'node:child_process';
import { mkdtempSync, rmSync, statfsSync, writeFileSync, appendFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { sleep } from './clock.js';
import type { Row } from './table.js';
import { verify } from './verify.js';
import { World } from './world.js';

/** The disk of the database fills up while people edit, and has room again later. Needs the right to mount. */
export async function diskFull(): Promise<Row[]> {
  const mount = mkdtempSync(join(tmpdir(), 'renquil-disk-'));
  const what = 'disk full';
  if (spawnSync('mount', ['-t', 'tmpfs', '-o', 'size=420m', 'tmpfs', mount]).status !== 0) {
    rmSync(mount, { recursive: true, force: true });
    return [{ what, done: 'not run: a small disk cannot be mounted here', wrong: [] }];
  }
  try {
    return [{ what, ...(await onSmallDisk(join(mount, 'data'), join(mount, 'ballast'))) }];
  } finally {
    spawnSync('umount', ['-l', mount]);
    rmSync(mount, { recursive: true, force: true });
  }
}

async function onSmallDisk(data: string, ballast: string): Promise<Omit<Row, 'what'>> {
  const wrong: string[] = [];
  const world = await World.make(data);
  try {
    const scene = await world.scene('on_small_disk', 300);
    const person = await world.person();
    const names = new Map<number, string>();
    const edit = async (n: number, seconds: number): Promise<boolean> => {
      const object = 2 + (n % 200);
      const done = await person.rename(
        scene,
        object,
        names.get(object) ?? `part_${object - 1}`,
        `d_${n}`.padEnd(900, 'x'),
        Date.now() + seconds * 1000,
      );
      if (done) names.set(object, `d_${n}`.padEnd(900, 'x'));
      return done;
    };
    let n = 0;
    for (; n < 20; n++) await edit(n, 20);
    writeFileSync(ballast, '');
    const part = Buffer.alloc(1 << 20);
    const free = (): number => statfsSync(data).bavail * statfsSync(data).bsize;
    while (free() > 1 << 20)
      appendFileSync(ballast, part.subarray(0, Math.min(part.length, free() - (1 << 19))));
    // Edits, until one is not taken; imports too, which need room at once.
    const codes = new Set<string>();
    const glb = Buffer.alloc(3 << 20, 7);
    for (let i = 0; i < 6; i++) {
      const form = new FormData();
      form.append('file', new Blob([glb]), `full_${i}.glb`);
      const answer = await person
        .send('POST', '/api/projects/brannick-pass/imports', form, 30_000)
        .catch(() => null);
      if (answer?.body.error) codes.add(answer.body.error.code);
    }
    if (!codes.has('storage-full'))
      wrong.push(`a full disk was never said as such: ${[...codes].join(', ') || 'no refusal'}`);
    let taken = 0;
    for (let i = 0; i < 40; i++, n++) if (await edit(n, 1)) taken++;
    rmSync(ballast);
    await sleep(1000);
    let after = 0;
    for (let i = 0; i < 20; i++, n++) if (await edit(n, 40)) after++;
    if (after < 20) wrong.push(`with room again ${after} of 20 edits were taken`);
    const connection = await world.database();
    // A rename that had no answer may have been committed: such an object is refused later, in words.
    const refused = person.refused.filter((text) => !/422|409/.test(text));
    wrong.push(...refused, ...(await verify(connection, person, person.acknowledged)));
    await connection.end();
    return {
      done: `${person.acknowledged.length} edits acknowledged, ${taken} of 40 while full, all 20 after; said: ${[...codes].join(', ')}`,
      wrong,
    };
  } finally {
    await world.close();
  }
}

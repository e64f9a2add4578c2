import { shippedConventions, type Convention } from '@renquil/core';
import { demoScenes } from '@renquil/demo';
import { storeBytes } from '../db/files.js';
import { findJob, insertJob } from '../db/jobs.js';
import { insertAccount, setRole, type Role } from '../db/people.js';
import { findProject, insertProject } from '../db/projects.js';
import { findScene } from '../db/scenes.js';
import type { Database, Sql } from '../db/database.js';
import { insertConvention, insertRevision } from '../db/conventions.js';
import { hashPassword } from '../services/sessions.js';
import type { Services } from '../services/services.js';

/** The demo's people. All three sign in with the same password, which the sign-in page shows. */
export const demoPassword = 'brannick';
export const demoPeople: readonly { signIn: string; name: string; role: Role }[] = [
  { signIn: 'mo', name: 'Mo Adeyemi', role: 'artist' },
  { signIn: 'ines', name: 'Ines Laurent', role: 'lead' },
  { signIn: 'tam', name: 'Tam Brandt', role: 'viewer' },
];
const slug = 'brannick-pass';

/** Puts the demo in once: people, project, scenes (through the same import as anybody's), and a few weeks of trend. */
export async function seedDemo(
  services: Services,
  say: (line: string) => void = () => undefined,
): Promise<void> {
  const { database } = services;
  if (await findProject(database, slug)) return;
  say('Putting the demo in');
  const hash = await hashPassword(demoPassword);
  const { project, artist, lead } = await database.transaction(async (sql) => {
    const made = await insertProject(sql, slug, 'Brannick Pass');
    const ids: number[] = [];
    for (const person of demoPeople) {
      const account = await insertAccount(sql, person.signIn, person.name, hash, true);
      await setRole(sql, made, account, person.role);
      ids.push(account);
    }
    return { project: made, artist: ids[0]!, lead: ids[1]! };
  });
  await seedConventions(database, project, lead);
  for (const { file, build } of demoScenes) {
    const stored = await storeBytes(database, await build());
    const job = await insertJob(database, project, artist, 'import', {
      files: [{ path: file, file: stored.file }],
    });
    services.wakeJobs();
    const scene = await untilDone(database, job);
    await inventTrend(database, scene);
  }
}

/** The studio's own: parts of the cableway in two revisions, and rigs of the animals. */
async function seedConventions(database: Database, project: number, lead: number): Promise<void> {
  const parts = shippedConventions['parts']!;
  const surface = parts.slots['surface']!;
  const first: Convention = {
    ...parts,
    name: 'Cableway parts',
    slots: { ...parts.slots, surface: { words: surface.words!.filter(({ word }) => word !== 'rubber') } },
  };
  const second: Convention = { ...parts, name: 'Cableway parts' };
  await database.transaction(async (sql) => {
    const cableway = await insertConvention(sql, project, first.name);
    const by = { id: cableway, author: lead };
    await insertRevision(sql, { ...by, revision: 1, body: first, note: 'Parts, without rubber' });
    await insertRevision(sql, { ...by, revision: 2, body: second, note: 'Rubber for the dampers' });
    const rigs = { ...shippedConventions['rig']!, name: 'Animal rigs' };
    const animal = await insertConvention(sql, project, rigs.name);
    await insertRevision(sql, { id: animal, revision: 1, body: rigs, note: 'As shipped', author: lead });
  });
}

async function untilDone(sql: Sql, id: number): Promise<number> {
  for (;;) {
    const job = (await findJob(sql, id))!;
    if (job.state === 'done') return (JSON.parse(job.result!) as { scene: number }).scene;
    if (job.state !== 'waiting' && job.state !== 'running')
      throw new Error(`the demo could not be put in: ${job.error}`);
    await new Promise((done) => setTimeout(done, 50));
  }
}

/** A trend needs a past. The demo's is invented: four weeks in which the names got better little by little. */
async function inventTrend(sql: Sql, id: number): Promise<void> {
  const scene = (await findScene(sql, id))!;
  const { named, fitting } = JSON.parse(scene.standing!) as { named: number; fitting: number };
  for (let back = 28; back >= 1; back -= 3) {
    const share = 1 - 0.55 * (back / 28) ** 1.4;
    await sql.run(
      'INSERT IGNORE INTO standing_day (scene_id, day, named, fitting) VALUES (?, UTC_DATE() - INTERVAL ? DAY, ?, ?)',
      [id, back, named, Math.round(fitting * share)],
    );
  }
}

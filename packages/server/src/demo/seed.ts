import { demoScenes } from '@renquil/demo';
import { storeBytes } from '../db/files.js';
import { findJob, insertJob } from '../db/jobs.js';
import { insertAccount, setRole, type Role } from '../db/people.js';
import { findProject, insertProject } from '../db/projects.js';
import { findScene } from '../db/scenes.js';
import type { Sql } from '../db/database.js';
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
  const { project, artist } = await database.transaction(async (sql) => {
    const made = await insertProject(sql, slug, 'Brannick Pass');
    const ids: number[] = [];
    for (const person of demoPeople) {
      const account = await insertAccount(sql, person.signIn, person.name, hash, true);
      await setRole(sql, made, account, person.role);
      ids.push(account);
    }
    return { project: made, artist: ids[0]! };
  });
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

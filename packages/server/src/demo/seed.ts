import { readOwn } from '@renquil/core/own-json';
import type { Role } from '@renquil/api';
import type { NamingStatistics } from '@renquil/core/checks';
import { createHash } from 'node:crypto';
import { shippedConventions, type Convention } from '@renquil/core/names';
import { cablewayRules, demoScenes } from '@renquil/demo';
import { sceneEnding } from '@renquil/formats';
import { storeBytes } from '../db/files.js';
import { findJob } from '../db/jobs.js';
import { findAccountToSignIn, insertAccount, setRole } from '../db/people.js';
import { findProject, insertProject } from '../db/projects.js';
import { findScene, sceneNames } from '../db/scenes.js';
import { readSetting, saveSetting } from '../db/settings.js';
import type { Database, Sql } from '../db/database.js';
import type { DayCounts } from '../db/trends.js';
import { insertConvention, insertRevision, listConventions, settleScene } from '../db/conventions.js';
import { beginJob } from '../jobs/begin-job.js';
import type { ImportInput } from '../jobs/import.js';
import { hashPassword } from '../services/sessions.js';
import type { Services } from '../services/services.js';

/** The demo's people. All three sign in with the same password, which the sign-in page shows. */
export const demoPassword = 'brannick';
/** Made-up people, one for each role. */
export const demoPeople: readonly { signIn: string; name: string; role: Role }[] = [
  { signIn: 'mo', name: 'Mo Adeyemi', role: 'artist' },
  { signIn: 'ines', name: 'Ines Laurent', role: 'lead' },
  { signIn: 'tam', name: 'Tam Brandt', role: 'viewer' },
];
const slug = 'brannick-pass';

/**
 * Puts the demo in once: people, project, scenes (through the same import as anybody's), and a few weeks of trend. What a
 * kill left half done is gone on with at the next start: every step looks whether it has been done.
 */
export async function seedDemo(
  services: Services,
  say: (line: string) => void = () => undefined,
): Promise<void> {
  const { database } = services;
  if (await readSetting(database, 'demo')) return;
  say('Putting the demo in');
  const { project, artist, lead } = await seedPeople(database);
  await seedConventions(database, project, lead);
  for (const { file, build, beside } of demoScenes) {
    if ((await sceneNames(database, project)).has(file.replace(sceneEnding, ''))) continue;
    const request = requestOf(file);
    const holder = `upload ${request}`;
    const stored = await storeBytes(database, await build(), holder);
    const files = [{ path: file, file: stored.file }];
    if (beside)
      files.push({ path: beside.file, file: (await storeBytes(database, beside.build(), holder)).file });
    const input: ImportInput = { files };
    const job = {
      project,
      author: artist,
      kind: 'import',
      input,
      lane: 'small',
      request,
      scene: null,
    } as const;
    const id = await beginJob(database, job, holder);
    services.wakeJobs();
    const scene = await untilDone(database, id);
    await settleScene(database, scene);
    await inventTrend(database, scene);
  }
  await saveSetting(database, 'demo', 'in');
}

/** The same id for the same file each time, so that a second start does not bring it in twice. */
function requestOf(file: string): string {
  const hex = createHash('sha256').update(`demo ${file}`).digest('hex');
  return [hex.slice(0, 8), hex.slice(8, 12), hex.slice(12, 16), hex.slice(16, 20), hex.slice(20, 32)].join(
    '-',
  );
}

async function seedPeople(database: Database): Promise<{ project: number; artist: number; lead: number }> {
  const hash = await hashPassword(demoPassword);
  return database.transaction(async (sql) => {
    const project = (await findProject(sql, slug))?.id ?? (await insertProject(sql, slug, 'Brannick Pass'));
    const ids: number[] = [];
    for (const { signIn, name, role } of demoPeople) {
      const known = await findAccountToSignIn(sql, signIn);
      const account =
        known?.id ??
        (await insertAccount(sql, { signIn, name, hash }, { demo: true, makesProjects: role === 'lead' }));
      if (!known) await setRole(sql, project, account, role);
      ids.push(account);
    }
    return { project, artist: ids[0]!, lead: ids[1]! };
  });
}

/** The studio's own: parts of the cableway in three revisions, and rigs of the animals. */
async function seedConventions(database: Database, project: number, lead: number): Promise<void> {
  const parts = shippedConventions['parts']!;
  const surface = parts.slots['surface']!;
  const first: Convention = {
    ...parts,
    name: 'Cableway parts',
    slots: { ...parts.slots, surface: { words: surface.words!.filter(({ word }) => word !== 'rubber') } },
  };
  const second: Convention = { ...parts, name: 'Cableway parts' };
  const third: Convention = { ...second, rules: cablewayRules };
  if ((await listConventions(database, project)).length) return;
  await database.transaction(async (sql) => {
    const cableway = await insertConvention(sql, project, first.name);
    const by = { id: cableway, author: lead };
    await insertRevision(sql, { ...by, revision: 1, body: first, note: 'Parts, without rubber' });
    await insertRevision(sql, { ...by, revision: 2, body: second, note: 'Rubber for the dampers' });
    await insertRevision(sql, { ...by, revision: 3, body: third, note: 'Six rules of the house' });
    const rigs = { ...shippedConventions['rig']!, name: 'Animal rigs' };
    const animal = await insertConvention(sql, project, rigs.name);
    await insertRevision(sql, { id: animal, revision: 1, body: rigs, note: 'As shipped', author: lead });
  });
}

async function untilDone(sql: Sql, id: number): Promise<number> {
  for (;;) {
    const job = (await findJob(sql, id))!;
    if (job.state === 'done') return readOwn<{ scene: number }>(job.result!).scene;
    if (job.state !== 'waiting' && job.state !== 'running')
      throw new Error(`the demo could not be put in: ${job.error}`);
    await new Promise((done) => setTimeout(done, 50));
  }
}

/** A trend needs a past. The demo's is invented: four weeks in which the names got better little by little. */
async function inventTrend(sql: Sql, id: number): Promise<void> {
  const scene = (await findScene(sql, id))!;
  const { named, fitting, counts, byCheck } = readOwn<NamingStatistics>(scene.standing!);
  // More was found then, of some checks more than of others.
  const past = (back: number): DayCounts => {
    const grown = Object.entries(byCheck).map(
      ([check, count], i) =>
        [check, Math.round(count * (1 + (back / 28) ** 1.2 * (0.4 + 0.35 * (i % 4))))] as const,
    );
    const sum = (of: readonly (readonly [string, number])[]): number => of.reduce((n, [, one]) => n + one, 0);
    const times = (n: number): number =>
      Math.round((n * sum(grown)) / Math.max(1, sum(Object.entries(byCheck))));
    return {
      counts: { blocker: times(counts.blocker), warning: times(counts.warning), note: times(counts.note) },
      byCheck: Object.fromEntries(grown),
    };
  };
  for (let back = 28; back >= 1; back -= 3) {
    const share = 1 - 0.55 * (back / 28) ** 1.4;
    await sql.run(
      'INSERT IGNORE INTO standing_day (scene_id, day, named, fitting, counts) VALUES (?, UTC_DATE() - INTERVAL ? DAY, ?, ?, ?)',
      [id, back, named, Math.round(fitting * share), JSON.stringify(past(back))],
    );
  }
}

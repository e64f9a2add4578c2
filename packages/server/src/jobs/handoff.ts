import { readOwn } from '@renquil/core/own-json';
import { asItIs, type Target } from '@renquil/core/targets';
import { RenquilError } from '@renquil/core/errors';
import { pinnedOf } from '../db/conventions.js';
import { heldWaivers } from '../db/waivers.js';
import { readFile } from '../db/files.js';
import { insertHandoff, lastHandoff, listHandoffFiles } from '../db/handoffs.js';
import { recordAudit } from '../db/projects.js';
import { findScene } from '../db/scenes.js';
import type { HandoffChanges } from '@renquil/api';
import { namesFile, type PackageFile } from '@renquil/formats/handoff';
import type { Services } from '../services/services.js';
import type { JobHandler } from './job-work.js';

/** What a hand-off was asked with. */
export interface HandoffInput {
  readonly scene: number;
  readonly revision: number;
  readonly reason: string | null;
  /** What it is for, as it was when it was asked; left out: the scene as it is. */
  readonly target?: Target;
  readonly targetKey?: string;
}

/** What the audit says of it: the reason too, where there were blockers. */
function handedOff(label: string, reason: string | null): string {
  return reason === null ? `handed off ${label}` : `handed off ${label} past the gate: ${reason}`;
}

/** What is other than in the package before for the same target, found out once; null: there is none to compare with. */
async function changesSince(
  { database, pool }: Services,
  scene: number,
  targetKey: string,
  files: readonly PackageFile[],
): Promise<HandoffChanges | null> {
  const last = await lastHandoff(database, scene, targetKey);
  const was = last && (await listHandoffFiles(database, last.id)).find(({ name }) => name === namesFile);
  const is = files.find(({ name }) => name === namesFile);
  // Packages of long ago have no list of names.
  if (!last || !was || !is) return null;
  const before = await readFile(database, was.file_id);
  return {
    before: { id: last.id, revision: last.revision, at: last.created_at.toISOString() },
    ...(await pool.run('compare-packages', { before, after: is.bytes })),
  };
}

/** Builds a package and reads it back before it counts. */
export const handoffJob: JobHandler = async ({ services, job, signal, report, keep }) => {
  const { database } = services;
  const input = readOwn<HandoffInput>(job.input);
  const scene = await findScene(database, input.scene);
  if (!scene) throw new RenquilError('not-found', { what: 'scene' });
  const target = input.target ?? asItIs;
  const saved = scene.version !== null && scene.version_revision === input.revision;
  const label = saved ? `v${String(scene.version).padStart(3, '0')}` : `r${input.revision}`;
  const made = await services.pool.run(
    'build-handoff',
    {
      name: scene.name,
      label,
      source: await readFile(database, scene.source_file),
      sourceName: scene.source_name,
      stored: await services.scenes.stored(database, scene.id, input.revision),
      convention: (await pinnedOf(database, scene)).body,
      held: await heldWaivers(database, scene),
      reason: input.reason,
      target,
    },
    { signal, progress: report, large: job.lane === 'large' },
  );
  const changes = await changesSince(services, scene.id, input.targetKey ?? '', made.files);
  const files: { name: string; file: number }[] = [];
  for (const { name, bytes } of made.files) files.push({ name, file: await keep(bytes) });
  return async (sql) => {
    const handoff = await insertHandoff(sql, {
      scene: scene.id,
      revision: input.revision,
      author: job.author,
      reason: input.reason,
      target: target.title,
      targetKey: input.targetKey ?? '',
      gate: made.gate,
      readBack: made.readBack,
      changes,
      files,
    });
    await recordAudit(
      sql,
      { project: scene.project_id, account: job.author },
      handedOff(input.targetKey ? `${label} to ${target.title}` : label, input.reason),
      { scene: scene.id },
    );
    // From now on it is judged for this target too.
    if (input.targetKey) services.refresher.soon(scene.id, 1000);
    return { handoff };
  };
};

import type { Database } from './database.js';
import { deleteIfUnused } from './files.js';

/** What is kept how long: one row of docs/reliability.md each. `sweep` takes away a bounded number and says how many. */
export interface Rule {
  readonly id: string;
  readonly what: string;
  readonly kept: string;
  sweep(database: Database): Promise<number>;
}
const batch = 2000;

const plain = (id: string, what: string, kept: string, text: string): Rule => ({
  id,
  what,
  kept,
  sweep: async (database) => (await database.run(`${text} LIMIT ${batch}`)).affectedRows,
});

/** Files that nothing points to. Young ones may be about to be pointed to. */
async function sweepFiles(database: Database): Promise<number> {
  const loose = await database.rows<{ id: number }>(
    `SELECT f.id FROM file f WHERE f.created_at < UTC_TIMESTAMP(3) - INTERVAL IF(f.complete, 1, 24) HOUR
     AND NOT EXISTS (SELECT 1 FROM file_hold h WHERE h.file_id = f.id)
     AND NOT EXISTS (SELECT 1 FROM scene s WHERE s.source_file = f.id OR s.thumbnail_file = f.id)
     AND NOT EXISTS (SELECT 1 FROM scene_file c WHERE c.file_id = f.id)
     AND NOT EXISTS (SELECT 1 FROM handoff_file p WHERE p.file_id = f.id) LIMIT 100`,
  );
  let gone = 0;
  for (const { id } of loose) if (await deleteIfUnused(database, id)) gone++;
  return gone;
}

/**
 * Snapshots that no one opens from: kept are the first, the last two, one at or before each version, and one for about
 * every thousand revisions.
 */
async function sweepSnapshots(database: Database): Promise<number> {
  const crowded = await database.rows<{ id: number }>(
    'SELECT scene_id AS id FROM scene_snapshot GROUP BY scene_id HAVING COUNT(*) > 4 ORDER BY COUNT(*) DESC LIMIT 50',
  );
  let gone = 0;
  for (const { id } of crowded) {
    const revisions = (
      await database.rows<{ revision: number }>(
        'SELECT revision FROM scene_snapshot WHERE scene_id = ? ORDER BY revision',
        [id],
      )
    ).map((row) => row.revision);
    const versions = (
      await database.rows<{ revision: number }>('SELECT revision FROM version WHERE scene_id = ?', [id])
    ).map((row) => row.revision);
    for (const revision of snapshotsToSweep(revisions, versions))
      gone += (
        await database.run('DELETE FROM scene_snapshot WHERE scene_id = ? AND revision = ?', [id, revision])
      ).affectedRows;
  }
  return gone;
}

/** @param revisions of the snapshots, ascending */
export function snapshotsToSweep(revisions: readonly number[], versions: readonly number[]): number[] {
  const kept = new Set([...revisions.slice(0, 1), ...revisions.slice(-2)]);
  for (const version of versions) {
    const before = revisions.filter((revision) => revision <= version).at(-1);
    if (before !== undefined) kept.add(before);
  }
  let last = -Infinity;
  for (const revision of revisions)
    if (revision - last >= 1000) {
      kept.add(revision);
      last = revision;
    }
  return revisions.filter((revision) => !kept.has(revision));
}

/** In this order: what ends early frees what comes after it. */
export const housekeeping: readonly Rule[] = [
  plain(
    'events',
    'Events for open pages',
    'a day',
    'DELETE FROM event WHERE created_at < UTC_TIMESTAMP(3) - INTERVAL 1 DAY',
  ),
  plain(
    'tries',
    'Failed tries to sign in',
    'a day',
    'DELETE FROM sign_in_try WHERE at < UTC_TIMESTAMP(3) - INTERVAL 1 DAY',
  ),
  plain(
    'sessions',
    'Sessions',
    'until they end, 14 days after signing in',
    'DELETE FROM session WHERE expires_at < UTC_TIMESTAMP(3)',
  ),
  plain(
    'holds',
    'What a failed or cancelled job was asked with, and uploads that broke off',
    'a day',
    `DELETE FROM file_hold WHERE until < UTC_TIMESTAMP(3) OR (holder LIKE 'job %' AND EXISTS (SELECT 1 FROM job j
     WHERE j.id = CAST(SUBSTRING(holder, 5) AS UNSIGNED) AND j.ended_at < UTC_TIMESTAMP(3) - INTERVAL 1 DAY))`,
  ),
  plain(
    'asking-again',
    'The offer to ask a failed or cancelled job again',
    'a day',
    'UPDATE job SET again = FALSE WHERE again AND ended_at < UTC_TIMESTAMP(3) - INTERVAL 1 DAY',
  ),
  plain(
    'jobs',
    'Ended jobs',
    '30 days',
    'DELETE FROM job WHERE ended_at < UTC_TIMESTAMP(3) - INTERVAL 30 DAY',
  ),
  {
    id: 'snapshots',
    what: 'Snapshots of scenes',
    kept: 'the first, the last two, one at or before each version, one for about every 1,000 revisions',
    sweep: sweepSnapshots,
  },
  {
    id: 'files',
    what: 'Files that nothing points to',
    kept: 'an hour; a broken upload a day',
    sweep: sweepFiles,
  },
];

import type { Database } from '../db/database.js';
import { passHolds, releaseHolds } from '../db/files.js';
import { findJobByRequest, holderOf, insertJob, type NewJob } from '../db/jobs.js';

/**
 * Puts a job into the queue, once for each request id of a person.
 * @param holder what holds the files it needs; they are the job's from now on
 */
export async function beginJob(database: Database, job: NewJob, holder?: string): Promise<number> {
  try {
    return await database.transaction(async (sql) => {
      const known = job.request === null ? null : await findJobByRequest(sql, job.author, job.request);
      if (known) return known.id;
      const id = await insertJob(sql, job);
      if (holder !== undefined) await passHolds(sql, holder, holderOf(id));
      return id;
    });
  } catch (error) {
    // 1062: the same request came twice at the same time.
    const { errno } = error as { errno?: number };
    const known =
      errno === 1062 && job.request !== null
        ? await findJobByRequest(database, job.author, job.request)
        : null;
    if (known) return known.id;
    throw error;
  } finally {
    if (holder !== undefined) await releaseHolds(database, holder);
  }
}

import type { Role } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import type { Sql } from '../db/database.js';
import { findJob } from '../db/jobs.js';
import type { Account } from '../db/people.js';

/** A job is its asker's to stop and ask again, and a lead's. @throws RenquilError not-allowed */
export async function ownJob(sql: Sql, id: number, account: Account, role: Role): Promise<void> {
  const job = await findJob(sql, id);
  if (!job) throw new RenquilError('not-found', { what: 'job' });
  if (job.author !== account.id && role !== 'lead')
    throw new RenquilError('not-allowed', { role, needs: 'Whoever asked for the job and a lead can' });
}

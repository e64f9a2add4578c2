import { RenquilError } from '@renquil/core/errors';
import type { Database, Sql } from '../db/database.js';
import { listMembers, type Member } from '../db/people.js';
import { toId } from '../http/access.js';

/** Works on one member of a project while nobody else changes who its members are; with how many leads there are. */
export async function withMember<T>(
  database: Database,
  project: number,
  account: string | undefined,
  work: (sql: Sql, member: Member, leads: number) => Promise<T>,
): Promise<T> {
  return database.transaction(async (sql) => {
    // The project row is the lock: two leads cannot step down at the same moment.
    await sql.one('SELECT id FROM project WHERE id = ? FOR UPDATE', [project]);
    const members = await listMembers(sql, project);
    const member = members.find(({ id }) => id === toId(account ?? ''));
    if (!member) throw new RenquilError('not-found', { what: 'member of this project' });
    return work(sql, member, members.filter(({ role }) => role === 'lead').length);
  });
}

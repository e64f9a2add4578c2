import { RenquilError } from '@renquil/core';
import { findAccountByTokenHash, roles, type Account, type Role } from '../db/people.js';
import { findProject, findProjectFor, type ProjectRow } from '../db/projects.js';
import { findScene, type SceneRow } from '../db/scenes.js';
import { findJob } from '../db/jobs.js';
import { findHandoff } from '../db/handoffs.js';
import type { Sql } from '../db/database.js';
import { hashToken } from '../services/sessions.js';
import type { Needs } from './route.js';

export interface Granted {
  readonly account?: Account;
  readonly project?: ProjectRow;
  readonly role?: Role;
  readonly scene?: SceneRow;
}

/**
 * Who is asking, for what, and whether they may. A thing of a project that one is no member of is "not found", so that
 * its existence is not given away.
 */
export async function grant(
  sql: Sql,
  needs: Needs,
  token: string | null,
  params: Readonly<Record<string, string>>,
): Promise<Granted> {
  if (needs === 'anyone') return {};
  const account = token ? await findAccountByTokenHash(sql, hashToken(token)) : null;
  if (!account) throw new RenquilError('not-signed-in');
  if (needs === 'signed-in') return { account };
  const { project, scene, what, role } = await resolve(sql, params, account.id);
  if (!project || !role) throw new RenquilError('not-found', { what });
  if (roles.indexOf(role) < roles.indexOf(needs)) {
    const article = needs === 'artist' ? 'An artist' : 'A lead';
    throw new RenquilError('not-allowed', { role, needs: `${article} of this project can` });
  }
  return { account, project, role, ...(scene ? { scene } : {}) };
}

interface Resolved {
  readonly project: ProjectRow | null;
  readonly scene: SceneRow | null;
  readonly role: Role | null;
  readonly what: string;
}

async function resolve(
  sql: Sql,
  params: Readonly<Record<string, string>>,
  account: number,
): Promise<Resolved> {
  const of = async (id: number | undefined): Promise<Pick<Resolved, 'project' | 'role'>> => {
    const row = id ? await findProjectFor(sql, id, account) : null;
    return row ? { project: { id: row.id, slug: row.slug, name: row.name }, role: row.role } : noProject;
  };
  if (params['project'] !== undefined) {
    const { id } = (await findProject(sql, params['project'])) ?? {};
    return { ...(await of(id)), scene: null, what: 'project' };
  }
  if (params['job'] !== undefined) {
    const job = await findJob(sql, toId(params['job']));
    return { ...(await of(job?.project_id)), scene: null, what: 'job' };
  }
  let sceneId = params['scene'] === undefined ? 0 : toId(params['scene']);
  let what = 'scene';
  if (params['handoff'] !== undefined) {
    what = 'hand-off';
    sceneId = (await findHandoff(sql, toId(params['handoff'])))?.scene_id ?? 0;
  }
  const found = sceneId ? await findScene(sql, sceneId) : null;
  // One in the bin is nowhere but there.
  const scene = found && !found.binned_at ? found : null;
  return { ...(await of(scene?.project_id)), scene, what };
}
const noProject = { project: null, role: null } as const;

/** An id from a path; 0, which nothing has, for anything else. */
export function toId(text: string): number {
  return /^[0-9]{1,15}$/.test(text) ? Number(text) : 0;
}

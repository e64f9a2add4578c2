import { RenquilError } from '@renquil/core';
import { findAccountByTokenHash, findRole, roles, type Account, type Role } from '../db/people.js';
import { findProject, type ProjectRow } from '../db/projects.js';
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
  const { project, scene, what } = await resolve(sql, params);
  const role = project && (await findRole(sql, project.id, account.id));
  if (!project || !role) throw new RenquilError('not-found', { what });
  if (roles.indexOf(role) < roles.indexOf(needs)) {
    const article = needs === 'artist' ? 'An artist' : 'A lead';
    throw new RenquilError('not-allowed', { role, needs: `${article} of this project can` });
  }
  return { account, project, role, ...(scene ? { scene } : {}) };
}

async function resolve(
  sql: Sql,
  params: Readonly<Record<string, string>>,
): Promise<{ project: ProjectRow | null; scene: SceneRow | null; what: string }> {
  const byId = (id: number): Promise<ProjectRow | null> =>
    sql.one('SELECT id, slug, name FROM project WHERE id = ?', [id]);
  if (params['project'] !== undefined)
    return { project: await findProject(sql, params['project']), scene: null, what: 'project' };
  if (params['job'] !== undefined) {
    const job = await findJob(sql, toId(params['job']));
    return { project: job && (await byId(job.project_id)), scene: null, what: 'job' };
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
  return { project: scene && (await byId(scene.project_id)), scene, what };
}

/** An id from a path; 0, which nothing has, for anything else. */
export function toId(text: string): number {
  return /^[0-9]{1,15}$/.test(text) ? Number(text) : 0;
}

import { RenquilError } from '@renquil/core/errors';
import { findToken, touchToken, type TokenRow } from '../db/api-tokens.js';
import { findHandoff } from '../db/handoffs.js';
import { findJob } from '../db/jobs.js';
import { roles, type Needs, type Role } from '@renquil/api';
import type { Account } from '../db/people.js';
import { findProject, findProjectFor, type ProjectRow } from '../db/projects.js';
import { findScene, type SceneRow } from '../db/scenes.js';
import { findAccountByTokenHash, touchSession } from '../db/sessions.js';
import type { Sql } from '../db/database.js';
import { hashToken } from '../services/sessions.js';

/** What a request brought to say who sends it: a person's session, or a pipeline's token. */
export interface Credentials {
  readonly session: string | null;
  readonly bearer: string | null;
}
/** What a request may work with, once it was let in. */
export interface Granted {
  readonly account?: Account;
  readonly project?: ProjectRow;
  readonly role?: Role;
  readonly scene?: SceneRow;
}
/** What a request asks for. */
export interface Wanted {
  readonly needs: Needs;
  readonly params: Readonly<Record<string, string>>;
  /** Whether it changes something: nothing may in an archived project. */
  readonly changes: boolean;
  /** Asked by us and not by them: it keeps no session from ending. */
  readonly quiet?: true;
}

/**
 * Who is asking, for what, and whether they may. A thing of a project that one is no member of is "not found", so that
 * its existence is not given away.
 */
export async function authorize(
  sql: Sql,
  credentials: Credentials,
  { needs, params, changes, quiet }: Wanted,
): Promise<Granted> {
  if (needs === 'anyone') return {};
  const { account, by } = await whoIs(sql, credentials, quiet);
  if (needs === 'signed-in') {
    if (by) throw new RenquilError('not-allowed', { role: 'a token', needs: 'A person who signed in can' });
    return { account };
  }
  const { project, scene, what, role } = await resolve(sql, params, account.id, by);
  if (!project || !role) throw new RenquilError('not-found', { what });
  if (roles.indexOf(role) < roles.indexOf(needs)) {
    const article = needs === 'artist' ? 'An artist' : 'A lead';
    throw new RenquilError('not-allowed', { role, needs: `${article} of this project can` });
  }
  if (changes && project.archived_at) throw new RenquilError('project-archived', { name: project.name });
  return { account, project, role, ...(scene ? { scene } : {}) };
}

/** The account behind a session or a token that still works. Throws not-signed-in. */
async function whoIs(
  sql: Sql,
  { session, bearer }: Credentials,
  quiet = false,
): Promise<{ account: Account; by: TokenRow | undefined }> {
  if (bearer !== null) {
    const token = await findToken(sql, hashToken(bearer));
    if (!token) throw new RenquilError('token-refused');
    if (token.stale && !quiet) await touchToken(sql, token.id);
    const account = { id: token.account_id, sign_in: '', name: token.name, demo: 0, makes_projects: 0 };
    return { account, by: token };
  }
  const hash = session === null ? null : hashToken(session);
  const account = hash && (await findAccountByTokenHash(sql, hash));
  if (!account) throw new RenquilError('not-signed-in');
  if (account.stale && !quiet) await touchSession(sql, hash);
  return { account, by: undefined };
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
  by: TokenRow | undefined,
): Promise<Resolved> {
  /** A token has its own project and role, and where it is for one scene, nothing else of the project. */
  const of = async (
    id: number | undefined,
    scene: number | null,
  ): Promise<Pick<Resolved, 'project' | 'role'>> => {
    if (id === undefined) return noProject;
    if (by && (by.project_id !== id || (by.scene_id !== null && by.scene_id !== scene))) return noProject;
    const row = await findProjectFor(sql, id, account, by?.role);
    if (!row) return noProject;
    const { role, ...project } = row;
    return { project, role };
  };
  if (params['project'] !== undefined) {
    const { id } = (await findProject(sql, params['project'])) ?? {};
    return { ...(await of(id, null)), scene: null, what: 'project' };
  }
  if (params['job'] !== undefined) {
    const job = await findJob(sql, toId(params['job']));
    return { ...(await of(job?.project_id, job?.scene_id ?? null)), scene: null, what: 'job' };
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
  return { ...(await of(scene?.project_id, sceneId)), scene, what };
}
const noProject = { project: null, role: null } as const;

/** An id from a path; 0, which nothing has, for anything else. */
export function toId(text: string): number {
  return /^[0-9]{1,15}$/.test(text) ? Number(text) : 0;
}

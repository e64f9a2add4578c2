import { findAccountByTokenHash } from '../../db/sessions.js';
import { listProjects } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const getSession = defineRoute({
  method: 'get',
  path: '/api/session',
  needs: 'anyone',
  says: 'Who is signed in, and the projects they belong to with their role; `account` is null when nobody is.',
  async handle({ token }, { database, demo }) {
    const account = token ? await findAccountByTokenHash(database, hashToken(token)) : null;
    if (!account) return { json: { account: null, projects: [], demo } };
    const projects = await listProjects(database, account.id);
    return {
      json: {
        account: { id: account.id, name: account.name, makesProjects: Boolean(account.makes_projects) },
        projects: projects.map(({ slug, name, role, archived_at }) => ({
          slug,
          name,
          role,
          archived: archived_at !== null,
        })),
        demo,
      },
    };
  },
});

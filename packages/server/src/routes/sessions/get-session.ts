import { endpoints } from '@renquil/api';
import { findAccountByTokenHash } from '../../db/sessions.js';
import { listProjects } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { hashToken } from '../../services/sessions.js';

export const getSession = defineRoute(endpoints.getSession, {
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

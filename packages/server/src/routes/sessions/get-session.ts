import { listProjects } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

export const getSession = defineRoute({
  method: 'get',
  path: '/api/session',
  needs: 'signed-in',
  says: 'Who is signed in, and the projects they belong to with their role.',
  async handle({ account }, { database, demo }) {
    const projects = await listProjects(database, account.id);
    return {
      json: { account: { id: account.id, name: account.name }, projects: projects.map(({ slug, name, role }) => ({ slug, name, role })), demo },
    };
  },
});

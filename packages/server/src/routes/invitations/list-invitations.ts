import { listInvitations } from '../../db/links.js';
import { defineRoute } from '../../http/route.js';

export const listProjectInvitations = defineRoute({
  method: 'get',
  path: '/api/projects/:project/invitations',
  needs: 'lead',
  says: 'Invitations that nobody has used yet: for which role, by whom, until when. Not what is in them.',
  async handle({ project }, { database }) {
    const links = await listInvitations(database, project.id);
    return {
      json: {
        invitations: links.map(({ id, role, note, made_by_name, expires_at }) => ({
          id,
          role,
          note,
          by: made_by_name,
          until: expires_at,
        })),
      },
    };
  },
});

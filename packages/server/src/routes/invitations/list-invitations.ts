import { endpoints } from '@renquil/api';
import { listInvitations } from '../../db/links.js';
import { defineRoute } from '../../http/route.js';

export const listProjectInvitations = defineRoute(endpoints.listProjectInvitations, {
  async handle({ project }, { database }) {
    const links = await listInvitations(database, project.id);
    return {
      json: {
        invitations: links.map(({ id, role, note, made_by_name, expires_at }) => ({
          id,
          // A link to join has one; those to a new password are not listed.
          role: role!,
          note,
          by: made_by_name,
          until: expires_at,
        })),
      },
    };
  },
});

import { endpoints } from '@renquil/api';
import { listMembers } from '../../db/people.js';
import { defineRoute } from '../../http/route.js';

export const listProjectMembers = defineRoute(endpoints.listProjectMembers, {
  async handle({ project }, { database }) {
    const members = await listMembers(database, project.id);
    return {
      json: {
        members: members.map(({ id, sign_in, name, role, makes_projects }) => ({
          id,
          signIn: sign_in,
          name,
          role,
          makesProjects: Boolean(makes_projects),
        })),
      },
    };
  },
});

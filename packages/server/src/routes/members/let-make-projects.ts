import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { letMakeProjects } from '../../db/people.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { withMember } from '../../services/with-member.js';

export const letMemberMakeProjects = defineRoute(endpoints.letMemberMakeProjects, {
  async handle({ project, account, params, body }, { database }) {
    if (!account.makes_projects)
      throw new RenquilError('not-allowed', {
        role: 'one who makes no projects',
        needs: 'Whoever makes projects can',
      });
    await withMember(database, project.id, params.account, async (sql, member) => {
      if (member.id === account.id)
        throw new RenquilError('request-invalid', { detail: 'another has to do that for you' });
      if (body.may && member.role !== 'lead')
        throw new RenquilError('request-invalid', { detail: `${member.name} leads no project here` });
      await letMakeProjects(sql, member.id, body.may);
      const what = body.may ? `let ${member.name} make projects` : `let ${member.name} make no more projects`;
      await recordAudit(sql, { project: project.id, account: account.id }, what, { kind: 'people' });
    });
    return { json: { may: body.may } };
  },
});

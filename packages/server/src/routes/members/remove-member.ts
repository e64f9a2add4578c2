import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { removeMember } from '../../db/people.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { withMember } from '../../services/with-member.js';

export const removeProjectMember = defineRoute(endpoints.removeProjectMember, {
  async handle({ project, account, params }, { database }) {
    await withMember(database, project.id, params.account, async (sql, member, leads) => {
      if (member.role === 'lead' && leads === 1) throw new RenquilError('member-last-lead');
      await removeMember(sql, project.id, member.id);
      await recordAudit(
        sql,
        { project: project.id, account: account.id },
        `removed ${member.name}, who was ${member.role}`,
        { kind: 'people' },
      );
    });
    return {};
  },
});

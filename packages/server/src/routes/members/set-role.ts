import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { setRole } from '../../db/people.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { withMember } from '../../services/with-member.js';

export const setMemberRole = defineRoute(endpoints.setMemberRole, {
  async handle({ project, account, params, body }, { database }) {
    await withMember(database, project.id, params.account, async (sql, member, leads) => {
      if (member.role === 'lead' && body.role !== 'lead' && leads === 1)
        throw new RenquilError('member-last-lead');
      await setRole(sql, project.id, member.id, body.role);
      const what = `made ${member.name} ${body.role}, who was ${member.role}`;
      await recordAudit(sql, { project: project.id, account: account.id }, what, { kind: 'people' });
    });
    return { json: { role: body.role } };
  },
});

import Joi from 'joi';
import { RenquilError } from '@renquil/core';
import { listMembers, roles, setRole, type Role } from '../../db/people.js';
import { recordAudit } from '../../db/projects.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const setMemberRole = defineRoute<{ role: Role }>({
  method: 'put',
  path: '/api/projects/:project/members/:account',
  needs: 'lead',
  says: 'Gives a member another role. The last lead stays one.',
  body: Joi.object({
    role: Joi.string()
      .valid(...roles)
      .required(),
  }),
  async handle({ project, account, params, body }, { database }) {
    await database.transaction(async (sql) => {
      // The project row is the lock: two leads cannot step down at the same moment.
      await sql.one('SELECT id FROM project WHERE id = ? FOR UPDATE', [project.id]);
      const members = await listMembers(sql, project.id);
      const member = members.find((m) => m.id === toId(params['account'] ?? ''));
      if (!member) throw new RenquilError('not-found', { what: 'member of this project' });
      const leads = members.filter((m) => m.role === 'lead');
      if (member.role === 'lead' && body.role !== 'lead' && leads.length === 1)
        throw new RenquilError('member-last-lead');
      await setRole(sql, project.id, member.id, body.role);
      await recordAudit(sql, project.id, account.id, `made ${member.name} ${body.role}`, null);
    });
    return { json: { role: body.role } };
  },
});

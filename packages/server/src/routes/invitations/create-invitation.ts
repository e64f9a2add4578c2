import Joi from 'joi';
import { insertLink } from '../../db/links.js';
import { roles, type Role } from '../../db/people.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { hashToken, newToken } from '../../services/sessions.js';

/** Days that an invitation works. */
const days = 7;

export const createInvitation = defineRoute<{ role: Role; note: string }>({
  method: 'post',
  path: '/api/projects/:project/invitations',
  needs: 'lead',
  says: 'Makes a link by which one person joins with a role, within seven days. The answer holds what is in the link, once.',
  body: Joi.object({
    role: Joi.string()
      .valid(...roles)
      .required(),
    note: Joi.string().trim().max(120).allow('').default(''),
  }),
  async handle({ project, account, body }, { database }) {
    const token = newToken();
    const id = await database.transaction(async (sql) => {
      const { role, note } = body;
      const link = { project: project.id, role, account: null, note, madeBy: account.id, hours: days * 24 };
      const made = await insertLink(sql, hashToken(token), link);
      const whom = note ? ` (${note})` : '';
      await recordAudit(sql, project.id, account.id, `invited somebody as ${role}${whom}`, null, 'people');
      return made;
    });
    return { status: 201, json: { id, token } };
  },
});

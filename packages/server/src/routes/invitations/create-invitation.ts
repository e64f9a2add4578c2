import { endpoints } from '@renquil/api';
import { insertLink } from '../../db/links.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { hashToken, newToken } from '../../services/sessions.js';

/** Days that an invitation works. */
const days = 7;

export const createInvitation = defineRoute(endpoints.createInvitation, {
  async handle({ project, account, body }, { database }) {
    const token = newToken();
    const id = await database.transaction(async (sql) => {
      const { role, note } = body;
      const link = { project: project.id, role, account: null, note, madeBy: account.id, hours: days * 24 };
      const made = await insertLink(sql, hashToken(token), link);
      const whom = note ? ` (${note})` : '';
      await recordAudit(
        sql,
        { project: project.id, account: account.id },
        `invited somebody as ${role}${whom}`,
        { kind: 'people' },
      );
      return made;
    });
    return { json: { id, token } };
  },
});

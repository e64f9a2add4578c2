import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { shippedConventions, type Convention } from '@renquil/core/names';
import { parseConvention } from '@renquil/formats/schemas';
import { insertConvention, saveDraft } from '../../db/conventions.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

export const createConvention = defineRoute(endpoints.createConvention, {
  largeBody: true,
  async handle({ project, account, body }, { database }) {
    const source = body.from === undefined ? body.body : shippedConventions[body.from];
    if (!source) throw new RenquilError('not-found', { what: 'convention' });
    const draft: Convention = parseConvention({ ...(source as Convention), name: body.name });
    const id = await database.transaction(async (sql) => {
      const made = await insertConvention(sql, project.id, body.name);
      await saveDraft(sql, made, draft, account.id);
      await recordAudit(
        sql,
        { project: project.id, account: account.id },
        `began the convention ${body.name}`,
      );
      return made;
    });
    return { json: { id } };
  },
});

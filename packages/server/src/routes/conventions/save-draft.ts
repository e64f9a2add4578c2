import { endpoints } from '@renquil/api';
import { parseConvention } from '@renquil/formats/schemas';
import { lockConvention, saveDraft } from '../../db/conventions.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const saveConventionDraft = defineRoute(endpoints.saveConventionDraft, {
  largeBody: true,
  async handle({ project, account, params, body }, { database }) {
    const draft = parseConvention(body.body);
    await database.transaction(async (sql) => {
      const row = await lockConvention(sql, project.id, toId(params.convention));
      await saveDraft(sql, row.id, draft, account.id);
    });
    return { json: { saved: true } };
  },
});

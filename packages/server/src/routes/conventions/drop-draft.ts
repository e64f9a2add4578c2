import { endpoints } from '@renquil/api';
import { lockConvention, saveDraft } from '../../db/conventions.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const dropConventionDraft = defineRoute(endpoints.dropConventionDraft, {
  async handle({ project, account, params }, { database }) {
    const gone = await database.transaction(async (sql) => {
      const row = await lockConvention(sql, project.id, toId(params.convention));
      if (row.revision) await saveDraft(sql, row.id, null, account.id);
      else await sql.run('DELETE FROM convention WHERE id = ?', [row.id]);
      return !row.revision;
    });
    return { json: { gone } };
  },
});

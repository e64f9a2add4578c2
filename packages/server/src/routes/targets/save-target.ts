import { endpoints } from '@renquil/api';
import { parseTarget } from '@renquil/formats/schemas';
import { recordAudit } from '../../db/projects.js';
import { saveTarget, scenesHandedTo } from '../../db/targets.js';
import { defineRoute } from '../../http/route.js';

export const saveProjectTarget = defineRoute(endpoints.saveProjectTarget, {
  async handle({ project, account, body }, { database, refresher }) {
    const target = parseTarget({ ...(body.target as object), renquil: 'target/1' });
    const { base, note } = body;
    const made = await database.transaction(async (sql) => {
      const kept = await saveTarget(sql, project.id, { target, base, note, author: account.id });
      await recordAudit(
        sql,
        { project: project.id, account: account.id },
        `kept the target ${target.title}, revision ${kept.revision}${note ? `: ${note}` : ''}`,
      );
      return kept;
    });
    for (const scene of await scenesHandedTo(database, project.id, String(made.id)))
      refresher.soon(scene, 100);
    return { json: made };
  },
});

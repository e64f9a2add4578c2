import { readOwn } from '@renquil/core/own-json';
import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import type { Convention } from '@renquil/core/names';
import { insertRevision, lockConvention, pinScene, scenesUsing } from '../../db/conventions.js';
import { recordAudit } from '../../db/projects.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';
import { insertEvent } from '../../live/event-hub.js';

export const publishConvention = defineRoute(endpoints.publishConvention, {
  largeBody: true,
  async handle({ project, account, params, body }, services) {
    const { database } = services;
    const done = await database.transaction(async (sql) => {
      const row = await lockConvention(sql, project.id, toId(params.convention));
      if (row.draft === null)
        throw new RenquilError('request-invalid', { detail: 'there is no draft to publish' });
      const revision = row.revision + 1;
      const draft = readOwn<Convention>(row.draft);
      const taken = await sql.one('SELECT id FROM convention WHERE project_id = ? AND name = ? AND id <> ?', [
        project.id,
        draft.name,
        row.id,
      ]);
      if (taken)
        throw new RenquilError('request-invalid', {
          detail: `another convention is called "${draft.name}"; give this one another name`,
        });
      await insertRevision(sql, { id: row.id, revision, body: draft, note: body.note, author: account.id });
      const moved = body.scenes === 'all' ? await scenesUsing(sql, row.id) : [];
      for (const scene of moved) {
        await pinScene(sql, scene.id, { id: row.id, revision });
        const label = `${draft.name}, revision ${revision}`;
        await insertEvent(sql, scene.id, { type: 'convention', revision: 0, author: account.name, label });
      }
      await recordAudit(
        sql,
        { project: project.id, account: account.id },
        `published ${draft.name}, revision ${revision}`,
      );
      return { revision, scenes: moved.map((scene) => scene.id) };
    });
    services.events.wake();
    for (const scene of done.scenes) services.refresher.soon(scene, 50);
    return { json: done };
  },
});

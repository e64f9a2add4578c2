import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { recordAudit } from '../../db/projects.js';
import { lockScene } from '../../db/scenes.js';
import { findVersionByRequest, insertVersion } from '../../db/versions.js';
import { defineRoute } from '../../http/route.js';
import { insertEvent } from '../../live/event-hub.js';

export const createVersion = defineRoute(endpoints.createVersion, {
  async handle({ scene, account, body }, { database, events, refresher }) {
    const saved = await database.transaction(async (sql) => {
      const now = await lockScene(sql, scene.id);
      if (now === null) throw new RenquilError('not-found', { what: 'scene' });
      const known = body.id === undefined ? null : await findVersionByRequest(sql, scene.id, body.id);
      if (known) return { number: known.number, revision: known.revision };
      const { revision } = now;
      const number = await insertVersion(sql, scene.id, {
        revision,
        note: body.note,
        author: account.id,
        request: body.id ?? null,
      });
      await insertEvent(sql, scene.id, {
        type: 'version',
        revision,
        author: account.name,
        label: `version ${number}`,
      });
      const said = body.note ? `: ${body.note}` : '';
      await recordAudit(
        sql,
        { project: scene.project_id, account: account.id },
        `saved version ${number}${said}`,
        { scene: scene.id },
      );
      return { number, revision };
    });
    events.wake();
    // What was let pass until this version is not any more.
    refresher.soon(scene.id);
    return { json: saved };
  },
});

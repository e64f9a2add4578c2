import Joi from 'joi';
import { RenquilError } from '@renquil/core';
import { recordAudit } from '../../db/projects.js';
import { lockScene } from '../../db/scenes.js';
import { insertVersion } from '../../db/versions.js';
import { defineRoute } from '../../http/route.js';
import { insertEvent } from '../../live/event-hub.js';

export const createVersion = defineRoute<{ note: string }>({
  method: 'post',
  path: '/api/scenes/:scene/versions',
  needs: 'artist',
  says: 'Saves the newest revision as a numbered version with a note.',
  body: Joi.object({ note: Joi.string().trim().allow('').max(1000).required() }),
  async handle({ scene, account, body }, { database, events }) {
    const saved = await database.transaction(async (sql) => {
      const revision = await lockScene(sql, scene.id);
      if (revision === null) throw new RenquilError('not-found', { what: 'scene' });
      const number = await insertVersion(sql, scene.id, revision, body.note, account.id);
      await insertEvent(sql, scene.id, {
        type: 'version',
        revision,
        author: account.name,
        label: `version ${number}`,
      });
      await recordAudit(
        sql,
        scene.project_id,
        account.id,
        `saved version ${number}${body.note ? `: ${body.note}` : ''}`,
        scene.id,
      );
      return { number, revision };
    });
    events.wake();
    return { status: 201, json: saved };
  },
});

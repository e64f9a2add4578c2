import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { putInBin } from '../../db/bin.js';
import { recordAudit } from '../../db/projects.js';
import { lockScene } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';

export const binScene = defineRoute(endpoints.binScene, {
  async handle({ scene, project, account }, { database, scenes }) {
    await database.transaction(async (sql) => {
      await lockScene(sql, scene.id);
      if (!(await putInBin(sql, project.id, scene.id, account.id)))
        throw new RenquilError('not-found', { what: 'scene' });
      await recordAudit(sql, { project: project.id, account: account.id }, `put ${scene.name} into the bin`, {
        scene: scene.id,
      });
    });
    scenes.forget(scene.id);
    return { json: { binned: true } };
  },
});

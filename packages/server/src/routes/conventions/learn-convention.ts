import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { listScenes } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';

export const learnProjectConvention = defineRoute(endpoints.learnProjectConvention, {
  largeBody: true,
  async handle({ project, body }, { database, scenes, pool }) {
    const rows = (await listScenes(database, project.id)).filter((row) => body.scenes.includes(row.id));
    if (rows.length < new Set(body.scenes).size) throw new RenquilError('not-found', { what: 'scene' });
    const stored = [];
    for (const row of rows) stored.push(await scenes.stored(database, row.id, row.revision));
    const { name, query, objects } = body;
    return {
      json: await pool.run('learn-convention', { stored, name, query, ...(objects ? { objects } : {}) }),
    };
  },
});

import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { listScenes } from '../../db/scenes.js';
import { listMarks, listTrends } from '../../db/trends.js';
import { defineRoute } from '../../http/route.js';

export const getTrends = defineRoute(endpoints.getTrends, {
  async handle({ project, query }, { database }) {
    const asked = { days: query.days ?? 90, scene: query.scene ?? null };
    const scenes = (await listScenes(database, project.id)).map(({ id, name }) => ({ id, name }));
    if (asked.scene !== null && !scenes.some(({ id }) => id === asked.scene))
      throw new RenquilError('not-found', { what: 'scene' });
    const [{ days, checks }, marks] = await Promise.all([
      listTrends(database, project.id, asked),
      listMarks(database, project.id, asked),
    ]);
    return { json: { days, checks, marks, scenes } };
  },
});

import { endpoints } from '@renquil/api';
import { parseConvention } from '@renquil/formats/schemas';
import { pinnedOf } from '../../db/conventions.js';
import { listScenes } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';

export const tryProjectConvention = defineRoute(endpoints.tryProjectConvention, {
  largeBody: true,
  async handle({ project, body }, { database, scenes, pool }) {
    const after = parseConvention(body.body);
    const rows = (await listScenes(database, project.id)).filter(
      (row) => !body.scenes || body.scenes.includes(row.id),
    );
    const tried = [];
    for (const row of rows) {
      const stored = await scenes.stored(database, row.id, row.revision);
      const { name, revision, body: before } = await pinnedOf(database, row);
      const made = await pool.run('try-convention', { stored, before, after });
      tried.push({ id: row.id, name: row.name, convention: name, revision, ...made });
    }
    return { json: { scenes: tried } };
  },
});

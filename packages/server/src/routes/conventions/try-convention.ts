import Joi from 'joi';
import { parseConvention } from '@renquil/formats/schemas';
import { pinnedOf } from '../../db/conventions.js';
import { listScenes } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';

export const tryProjectConvention = defineRoute<{ body: unknown; scenes?: number[] }>({
  method: 'post',
  path: '/api/projects/:project/conventions/try',
  needs: 'viewer',
  largeBody: true,
  says: 'What a convention (`body`) would do to the names of all scenes, or of some: how many fit now and then, which are lost and won. Changes nothing.',
  body: Joi.object({
    body: Joi.object().unknown().required(),
    scenes: Joi.array().items(Joi.number().integer()).max(1000),
  }),
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

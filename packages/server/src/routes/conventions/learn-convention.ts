import Joi from 'joi';
import { RenquilError } from '@renquil/core';
import { listScenes } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';

export const learnProjectConvention = defineRoute<{ scenes: number[]; name: string; query: string }>({
  method: 'post',
  path: '/api/projects/:project/conventions/learn',
  needs: 'viewer',
  says: 'Reads a convention out of the names of scenes, or of what a filter finds in them, with how many names each guess explains. Stores nothing.',
  body: Joi.object({
    scenes: Joi.array().items(Joi.number().integer()).min(1).max(100).required(),
    name: Joi.string().trim().min(1).max(120).default('Learned'),
    query: Joi.string().allow('').max(1000).default(''),
  }),
  async handle({ project, body }, { database, scenes, pool }) {
    const rows = (await listScenes(database, project.id)).filter((row) => body.scenes.includes(row.id));
    if (rows.length < new Set(body.scenes).size) throw new RenquilError('not-found', { what: 'scene' });
    const stored = [];
    for (const row of rows) stored.push(await scenes.stored(database, row.id, row.revision));
    return { json: await pool.run('learn-convention', { stored, name: body.name, query: body.query }) };
  },
});

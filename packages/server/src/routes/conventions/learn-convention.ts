import Joi from 'joi';
import { RenquilError } from '@renquil/core';
import { listScenes } from '../../db/scenes.js';
import { defineRoute } from '../../http/route.js';

interface Body {
  readonly scenes: readonly number[];
  readonly name: string;
  readonly query: string;
  /** Of the one scene: these objects only. */
  readonly objects?: readonly number[];
}

export const learnProjectConvention = defineRoute<Body>({
  method: 'post',
  path: '/api/projects/:project/conventions/learn',
  needs: 'viewer',
  largeBody: true,
  says: 'Reads a convention out of the names of scenes, of what a filter finds in them, or of some objects of one, with how many names each guess explains. Stores nothing.',
  body: Joi.object({
    scenes: Joi.array().items(Joi.number().integer()).min(1).max(100).required(),
    name: Joi.string().trim().min(1).max(120).default('Learned'),
    query: Joi.string().allow('').max(1000).default(''),
    objects: Joi.array().items(Joi.number().integer()).min(1).max(250_000),
  }).when(Joi.object({ objects: Joi.exist() }).unknown(), {
    then: Joi.object({ scenes: Joi.array().length(1) }),
  }),
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

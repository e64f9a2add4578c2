import { endpoints } from '@renquil/api';
import { shippedConventions } from '@renquil/core/names';
import { listConventions, readRevision } from '../../db/conventions.js';
import { defineRoute } from '../../http/route.js';

export const fitSceneConventions = defineRoute(endpoints.fitSceneConventions, {
  async handle({ scene, project }, { database, scenes, pool }) {
    const own = (await listConventions(database, project.id)).filter(({ revision }) => revision > 0);
    const choices = [];
    for (const { id, name, revision } of own)
      choices.push({ id, shipped: null, name, revision, body: await readRevision(database, id, revision) });
    for (const [shipped, body] of Object.entries(shippedConventions))
      choices.push({ id: null, shipped, name: body.name, revision: 0, body });
    const stored = await scenes.stored(database, scene.id, scene.revision);
    const conventions = choices.map(({ body }) => body);
    const fits = await pool.run('fit-conventions', { stored, conventions });
    return {
      json: { conventions: choices.map(({ body: _, ...choice }, i) => ({ ...choice, ...fits[i]! })) },
    };
  },
});

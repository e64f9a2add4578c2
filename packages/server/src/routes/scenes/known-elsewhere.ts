import { knownFacing } from '@renquil/core';
import { facingsElsewhere, shapeWordsElsewhere } from '../../db/shape-words.js';
import { defineRoute } from '../../http/route.js';

export const getKnownElsewhere = defineRoute({
  method: 'get',
  path: '/api/scenes/:scene/elsewhere',
  needs: 'viewer',
  says: 'What the other scenes of the project call things of the same shapes, by names that are right, and which way their assets face.',
  async handle({ scene, project }, { database }) {
    const shapes = await shapeWordsElsewhere(database, project.id, scene.id);
    const facing = knownFacing(await facingsElsewhere(database, project.id, scene.id));
    return { json: { shapes, facing } };
  },
});

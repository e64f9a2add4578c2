import { knownShapes } from '@renquil/core';
import { shapeWordsElsewhere } from '../../db/shape-words.js';
import { defineRoute } from '../../http/route.js';

export const getKnownShapes = defineRoute({
  method: 'get',
  path: '/api/scenes/:scene/shapes',
  needs: 'viewer',
  says: 'What the other scenes of the project call things of the same shapes, by names that are right.',
  async handle({ scene, project }, { database }) {
    const words = await shapeWordsElsewhere(database, project.id, scene.id);
    return { json: { shapes: [...knownShapes(words).values()] } };
  },
});

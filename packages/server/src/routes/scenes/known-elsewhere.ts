import { endpoints } from '@renquil/api';
import { knownFacing } from '@renquil/core/names/propose';
import { facingsElsewhere, shapeWordsElsewhere } from '../../db/shape-words.js';
import { defineRoute } from '../../http/route.js';

export const getKnownElsewhere = defineRoute(endpoints.getKnownElsewhere, {
  async handle({ scene, project }, { database }) {
    const shapes = await shapeWordsElsewhere(database, project.id, scene.id);
    const facing = knownFacing(await facingsElsewhere(database, project.id, scene.id));
    return { json: { shapes, facing } };
  },
});

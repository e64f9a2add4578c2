import { endpoints } from '@renquil/api';
import { lastHeard } from '../../db/deliveries.js';
import { defineRoute } from '../../http/route.js';

export const getHeard = defineRoute(endpoints.getHeard, {
  async handle({ scene, query }, { database }) {
    return { json: { heard: await lastHeard(database, scene.id, query.target) } };
  },
});

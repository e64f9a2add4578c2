import { endpoints } from '@renquil/api';
import { defineRoute } from '../../http/route.js';

export const getHealth = defineRoute(endpoints.getHealth, {
  async handle(_input, { database }) {
    await database.rows('SELECT 1');
    return { json: { ok: true } };
  },
});

import { defineRoute } from '../../http/route.js';

export const getHealth = defineRoute({
  method: 'get',
  path: '/api/health',
  needs: 'anyone',
  says: 'Whether the server and its database answer.',
  async handle(_input, { database }) {
    await database.rows('SELECT 1');
    return { json: { ok: true } };
  },
});

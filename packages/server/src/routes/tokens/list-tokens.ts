import { endpoints } from '@renquil/api';
import { listTokens } from '../../db/api-tokens.js';
import { defineRoute } from '../../http/route.js';

export const listProjectTokens = defineRoute(endpoints.listProjectTokens, {
  async handle({ project }, { database }) {
    const tokens = await listTokens(database, project.id);
    return {
      json: {
        tokens: tokens.map((one) => ({
          id: one.id,
          name: one.name,
          role: one.role,
          scene: one.scene,
          by: one.made_by_name,
          made: one.created_at,
          seen: one.seen_at,
          until: one.expires_at,
          isOver: Boolean(one.is_over),
        })),
      },
    };
  },
});

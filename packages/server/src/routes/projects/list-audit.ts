import { endpoints } from '@renquil/api';
import { listFullAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

const most = 100;

export const listProjectAudit = defineRoute(endpoints.listProjectAudit, {
  async handle({ project, query }, { database }) {
    const before = query.before ?? Number.MAX_SAFE_INTEGER;
    const rows = await listFullAudit(database, project.id, {
      before,
      kind: query.kind ?? null,
      limit: most,
    });
    return {
      json: {
        lines: rows.map(({ id, kind, who, what, scene, created_at }) => ({
          id,
          kind,
          who,
          what,
          scene,
          at: created_at,
        })),
        more: rows.length === most,
      },
    };
  },
});

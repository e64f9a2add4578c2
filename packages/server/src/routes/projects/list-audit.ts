import Joi from 'joi';
import { listFullAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';

const most = 100;
export const auditQuery = { kind: Joi.string().valid('work', 'people') };

export const listProjectAudit = defineRoute({
  method: 'get',
  path: '/api/projects/:project/audit',
  needs: 'lead',
  says: 'What was done in the project and who tried to get in, newest first, 100 at a time; `before` goes on from the last, `kind` takes `work` or `people` alone.',
  query: Joi.object({ before: Joi.number().integer().min(1), ...auditQuery }),
  async handle({ project, query }, { database }) {
    const before = Number(query['before'] ?? Number.MAX_SAFE_INTEGER);
    const rows = await listFullAudit(database, project.id, {
      before,
      kind: query['kind'] ?? null,
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

import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { readOwn } from '@renquil/core/own-json';
import type { Target } from '@renquil/core/targets';
import { listRevisionsOfTarget } from '../../db/targets.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const listTargetRevisions = defineRoute(endpoints.listTargetRevisions, {
  async handle({ project, params }, { database }) {
    const rows = await listRevisionsOfTarget(database, project.id, toId(params.target));
    if (!rows.length) throw new RenquilError('not-found', { what: 'target' });
    return {
      json: {
        revisions: rows.map(({ revision, note, author, created_at, body }) => ({
          ...{ revision, note, author },
          at: created_at,
          target: readOwn<Target>(body),
        })),
      },
    };
  },
});

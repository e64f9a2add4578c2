import { readOwn } from '@renquil/core/own-json';
import { endpoints } from '@renquil/api';
import type { Convention } from '@renquil/core/names';
import { findConvention, listRevisions, readRevision, scenesUsing } from '../../db/conventions.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const getConvention = defineRoute(endpoints.getConvention, {
  async handle({ project, params }, { database }) {
    const row = await findConvention(database, project.id, toId(params.convention));
    return {
      json: {
        id: row.id,
        name: row.name,
        revision: row.revision,
        body: row.revision ? await readRevision(database, row.id, row.revision) : null,
        draft: row.draft === null ? null : readOwn<Convention>(row.draft),
        draftBy: row.draft_by_name,
        draftAt: row.draft_at,
        revisions: (await listRevisions(database, row.id)).map(({ created_at, ...one }) => ({
          ...one,
          at: created_at,
        })),
        scenes: (await scenesUsing(database, row.id)).map(({ id, name, convention_revision }) => ({
          id,
          name,
          revision: convention_revision,
        })),
      },
    };
  },
});

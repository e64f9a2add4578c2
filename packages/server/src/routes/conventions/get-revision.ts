import { endpoints } from '@renquil/api';
import { findConvention, readRevision } from '../../db/conventions.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const getConventionRevision = defineRoute(endpoints.getConventionRevision, {
  async handle({ project, params }, { database }) {
    const row = await findConvention(database, project.id, toId(params.convention));
    return { json: await readRevision(database, row.id, toId(params.revision)) };
  },
});

import { findConvention, readRevision } from '../../db/conventions.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const getConventionRevision = defineRoute({
  method: 'get',
  path: '/api/projects/:project/conventions/:convention/revisions/:revision',
  needs: 'viewer',
  says: 'A published revision of a convention, as it was.',
  async handle({ project, params }, { database }) {
    const row = await findConvention(database, project.id, toId(params['convention'] ?? ''));
    return { json: await readRevision(database, row.id, toId(params['revision'] ?? '')) };
  },
});

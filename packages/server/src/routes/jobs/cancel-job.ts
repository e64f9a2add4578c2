import { askToCancel } from '../../db/jobs.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const cancelJob = defineRoute({
  method: 'delete',
  path: '/api/jobs/:job',
  needs: 'artist',
  says: 'Asks a job to stop. Nothing it made so far is kept.',
  async handle({ params }, { database }) {
    await askToCancel(database, toId(params['job']!));
    return { status: 202, json: {} };
  },
});

import { askToCancel } from '../../db/jobs.js';
import { toId } from '../../http/access.js';
import { ownJob } from '../../http/own-job.js';
import { defineRoute } from '../../http/route.js';

export const cancelJob = defineRoute({
  method: 'delete',
  path: '/api/jobs/:job',
  needs: 'artist',
  says: 'Asks a job to stop. Nothing it made so far is kept; what it was asked with is, for a day, so that it can be asked again.',
  async handle({ params, account, role }, { database }) {
    const id = toId(params['job']!);
    await ownJob(database, id, account, role);
    await askToCancel(database, id);
    return { status: 202, json: {} };
  },
});

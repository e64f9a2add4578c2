import { endpoints } from '@renquil/api';
import { askToCancel } from '../../db/jobs.js';
import { toId } from '../../http/access.js';
import { ownJob } from '../../http/own-job.js';
import { defineRoute } from '../../http/route.js';

export const cancelJob = defineRoute(endpoints.cancelJob, {
  async handle({ params, account, role }, { database }) {
    const id = toId(params.job);
    await ownJob(database, id, account, role);
    await askToCancel(database, id);
    return { json: {} };
  },
});

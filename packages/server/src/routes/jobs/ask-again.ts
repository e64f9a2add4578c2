import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { askAgain } from '../../db/jobs.js';
import { toId } from '../../http/access.js';
import { ownJob } from '../../http/own-job.js';
import { defineRoute } from '../../http/route.js';

export const askJobAgain = defineRoute(endpoints.askJobAgain, {
  async handle({ params, account, role }, { database, wakeJobs }) {
    const id = toId(params.job);
    await ownJob(database, id, account, role);
    if (!(await askAgain(database, id)))
      throw new RenquilError('request-invalid', { detail: 'this job cannot be asked again' });
    wakeJobs();
    return { json: { job: id } };
  },
});

import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { findJob } from '../../db/jobs.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';
import { jobJson } from '../../jobs/job-json.js';

export const getJob = defineRoute(endpoints.getJob, {
  async handle({ params }, { database }) {
    const job = await findJob(database, toId(params.job));
    if (!job) throw new RenquilError('not-found', { what: 'job' });
    return { json: jobJson(job) };
  },
});

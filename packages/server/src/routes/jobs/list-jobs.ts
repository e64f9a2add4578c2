import { endpoints } from '@renquil/api';
import { listJobs } from '../../db/jobs.js';
import { defineRoute } from '../../http/route.js';
import { jobJson } from '../../jobs/job-json.js';

export const listProjectJobs = defineRoute(endpoints.listProjectJobs, {
  async handle({ project, role, account }, { database }) {
    const rows = await listJobs(database, project.id, role === 'lead' ? null : account.id, 50);
    return { json: { jobs: rows.map(jobJson) } };
  },
});

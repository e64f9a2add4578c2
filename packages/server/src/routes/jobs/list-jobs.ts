import { listJobs } from '../../db/jobs.js';
import { defineRoute } from '../../http/route.js';
import { jobJson } from '../../jobs/job-json.js';

export const listProjectJobs = defineRoute({
  method: 'get',
  path: '/api/projects/:project/jobs',
  needs: 'viewer',
  says: 'The last 50 jobs of a project, newest first: a lead sees those of all, others their own.',
  async handle({ project, role, account }, { database }) {
    const rows = await listJobs(database, project.id, role === 'lead' ? null : account.id, 50);
    return { json: { jobs: rows.map(jobJson) } };
  },
});

import { RenquilError } from '@renquil/core';
import { findJob } from '../../db/jobs.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';

export const getJob = defineRoute({
  method: 'get',
  path: '/api/jobs/:job',
  needs: 'viewer',
  says: 'How far a job is, and its result or error.',
  async handle({ params }, { database }) {
    const job = await findJob(database, toId(params['job']!));
    if (!job) throw new RenquilError('not-found', { what: 'job' });
    const { id, kind, state, stage, done, total } = job;
    const parse = (text: string | null): unknown => (text === null ? null : JSON.parse(text));
    return {
      json: {
        id,
        kind,
        state,
        stage,
        done: Number(done),
        total: Number(total),
        result: parse(job.result),
        error: parse(job.error),
      },
    };
  },
});

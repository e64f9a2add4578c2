import { nullable, optional } from '../shape.js';
import { list, object } from '../objects.js';
import { count, flag, id, oneOf, text, time } from '../values.js';
import { endpoint } from '../endpoint.js';

export const startedJob = object({ job: id() });
export const jobInfo = object({
  id: id(),
  kind: oneOf('import', 'handoff', 'send'),
  author: text(),
  /** The file that is brought in; null for a hand-off and a sending. */
  about: nullable(text()),
  scene: nullable(id()),
  /** It ended without success and can be asked again. */
  again: flag(),
  at: time(),
  state: oneOf('waiting', 'running', 'done', 'failed', 'cancelled'),
  stage: text(),
  done: count(),
  total: count(),
  result: nullable(
    object({
      scene: optional(id()),
      handoff: optional(id()),
      name: optional(text()),
      objects: optional(count()),
      note: optional(text()),
    }),
  ),
  error: nullable(object({ code: text(), text: text() })),
});

export const askJobAgain = endpoint({
  method: 'post',
  path: '/api/jobs/:job/again',
  needs: 'artist',
  says: 'Puts a job that was cancelled, or that failed for a reason that may pass, back into the queue. Ones own; a lead any.',
  status: 202,
  reply: startedJob,
});

export const cancelJob = endpoint({
  method: 'delete',
  path: '/api/jobs/:job',
  needs: 'artist',
  says: 'Asks a job to stop. Nothing it made so far is kept; what it was asked with is, for a day, so that it can be asked again.',
  status: 202,
  reply: object({}),
});

export const getJob = endpoint({
  method: 'get',
  path: '/api/jobs/:job',
  needs: 'viewer',
  says: 'How far a job is, and its result or error.',
  reply: jobInfo,
});

export const listProjectJobs = endpoint({
  method: 'get',
  path: '/api/projects/:project/jobs',
  needs: 'viewer',
  says: 'The last 50 jobs of a project, newest first: a lead sees those of all, others their own.',
  reply: object({ jobs: list(jobInfo) }),
});

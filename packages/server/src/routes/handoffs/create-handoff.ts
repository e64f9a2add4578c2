import Joi from 'joi';
import { RenquilError } from '@renquil/core';
import { insertJob } from '../../db/jobs.js';
import { roles } from '../../db/people.js';
import { defineRoute } from '../../http/route.js';
import type { HandoffInput } from '../../jobs/handoff.js';

export const createHandoff = defineRoute<{ revision: number; reason: string | null }>({
  method: 'post',
  path: '/api/scenes/:scene/handoffs',
  needs: 'artist',
  says: 'Starts the job that builds, reads back and stores a package. With open blockers it needs a lead and a reason.',
  body: Joi.object({
    revision: Joi.number().integer().min(0).required(),
    reason: Joi.string().trim().min(3).max(1000).allow(null).default(null),
  }),
  async handle({ scene, project, account, role, body }, { database, wakeJobs }) {
    if (body.revision > scene.revision)
      throw new RenquilError('request-invalid', { detail: `revision ${body.revision} does not exist` });
    if (body.reason !== null && roles.indexOf(role) < roles.indexOf('lead'))
      throw new RenquilError('not-allowed', { role, needs: 'A lead can hand off past the gate' });
    const input: HandoffInput = { scene: scene.id, revision: body.revision, reason: body.reason };
    const job = await insertJob(database, project.id, account.id, 'handoff', input);
    wakeJobs();
    return { status: 202, json: { job } };
  },
});

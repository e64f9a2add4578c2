import Joi from 'joi';
import { RenquilError } from '@renquil/core';
import { largeFrom } from '../../db/jobs.js';
import { roles } from '../../db/people.js';
import { requestId } from '../../http/request-id.js';
import { defineRoute } from '../../http/route.js';
import { beginJob } from '../../jobs/begin-job.js';
import type { HandoffInput } from '../../jobs/handoff.js';

export const createHandoff = defineRoute<{ revision: number; reason: string | null; id?: string }>({
  method: 'post',
  path: '/api/scenes/:scene/handoffs',
  needs: 'artist',
  says: 'Starts the job that builds, reads back and stores a package. With open blockers it needs a lead and a reason. The same `id` twice is one package.',
  body: Joi.object({
    revision: Joi.number().integer().min(0).required(),
    reason: Joi.string().trim().min(3).max(1000).allow(null).default(null),
    id: requestId,
  }),
  async handle({ scene, project, account, role, body }, { database, wakeJobs }) {
    if (body.revision > scene.revision)
      throw new RenquilError('request-invalid', { detail: `revision ${body.revision} does not exist` });
    if (body.reason !== null && roles.indexOf(role) < roles.indexOf('lead'))
      throw new RenquilError('not-allowed', { role, needs: 'A lead can hand off past the gate' });
    const input: HandoffInput = { scene: scene.id, revision: body.revision, reason: body.reason };
    const job = await beginJob(database, {
      project: project.id,
      author: account.id,
      kind: 'handoff',
      input,
      lane: scene.objects < largeFrom.objects ? 'small' : 'large',
      request: body.id ?? null,
      scene: scene.id,
    });
    wakeJobs();
    return { status: 202, json: { job } };
  },
});

import { endpoints, roles } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { largeFrom } from '../../db/jobs.js';
import { targetByKey } from '../../db/targets.js';
import { defineRoute } from '../../http/route.js';
import { beginJob } from '../../jobs/begin-job.js';
import type { HandoffInput } from '../../jobs/handoff.js';

export const createHandoff = defineRoute(endpoints.createHandoff, {
  async handle({ scene, project, account, role, body }, { database, wakeJobs }) {
    if (body.revision > scene.revision)
      throw new RenquilError('request-invalid', { detail: `revision ${body.revision} does not exist` });
    if (body.reason !== null && roles.indexOf(role) < roles.indexOf('lead'))
      throw new RenquilError('not-allowed', { role, needs: 'A lead can hand off past the gate' });
    const target = await targetByKey(database, project.id, body.target);
    const input: HandoffInput = {
      scene: scene.id,
      revision: body.revision,
      reason: body.reason,
      target,
      targetKey: body.target,
    };
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
    return { json: { job } };
  },
});

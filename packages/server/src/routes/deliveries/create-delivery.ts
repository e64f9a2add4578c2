import { randomUUID } from 'node:crypto';
import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { beginDelivery, ensureDelivery, findDelivery } from '../../db/deliveries.js';
import { insertJob } from '../../db/jobs.js';
import { recordAudit } from '../../db/projects.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';
import type { SendInput } from '../../jobs/send.js';

export const createDelivery = defineRoute(endpoints.createDelivery, {
  async handle({ scene, project, account, params, body }, { database, receivers, wakeJobs }) {
    const handoff = toId(params.handoff);
    if (!receivers.some(({ title }) => title === body.receiver))
      throw new RenquilError('not-found', { what: 'receiver' });
    const made = await database.transaction(async (sql) => {
      const delivery = await ensureDelivery(sql, {
        ...{ handoff, receiver: body.receiver, packageId: randomUUID(), author: account.id },
      });
      // It is locked: of several who ask at once the first begins, and the others are told of the same job.
      const known = await findDelivery(sql, delivery);
      if (known!.job !== null) return known!.job;
      const input: SendInput = { delivery };
      const job = await insertJob(sql, {
        ...{ project: project.id, author: account.id, kind: 'send', input, lane: 'small' },
        ...{ request: null, scene: scene.id },
      });
      await beginDelivery(sql, delivery, job);
      if (!known!.receipts)
        await recordAudit(
          sql,
          { project: project.id, account: account.id },
          `sent a package to ${body.receiver}`,
          {
            scene: scene.id,
          },
        );
      return job;
    });
    wakeJobs();
    return { json: { job: made } };
  },
});

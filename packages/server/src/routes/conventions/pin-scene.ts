import { endpoints } from '@renquil/api';
import { RenquilError } from '@renquil/core/errors';
import { shippedConventions } from '@renquil/core/names';
import { findConvention, pinnedOf, pinScene, readRevision, settleScene } from '../../db/conventions.js';
import { recordAudit } from '../../db/projects.js';
import { defineRoute } from '../../http/route.js';
import { insertEvent } from '../../live/event-hub.js';

export const pinSceneConvention = defineRoute(endpoints.pinSceneConvention, {
  async handle({ scene, project, role, account, body }, services) {
    if (role !== 'lead' && scene.convention_settled)
      throw new RenquilError('not-allowed', { role, needs: 'A lead holds scenes to another convention' });
    const label = await services.database.transaction(async (sql) => {
      if (body.leave) {
        await settleScene(sql, scene.id);
        return pinnedOf(sql, scene).then(({ name }) => name);
      }
      const said = await pin();
      await insertEvent(sql, scene.id, {
        type: 'convention',
        revision: 0,
        author: account.name,
        label: said,
      });
      await recordAudit(sql, { project: project.id, account: account.id }, `held the names to ${said}`, {
        scene: scene.id,
      });
      return said;
      async function pin(): Promise<string> {
        if (body.shipped !== undefined) {
          const shipped = Object.hasOwn(shippedConventions, body.shipped)
            ? shippedConventions[body.shipped]
            : undefined;
          if (!shipped) throw new RenquilError('not-found', { what: 'convention' });
          await pinScene(sql, scene.id, { shipped: body.shipped });
          return shipped.name;
        }
        const row = await findConvention(sql, project.id, body.convention!);
        const revision = body.revision ?? row.revision;
        const { name } = await readRevision(sql, row.id, revision);
        await pinScene(sql, scene.id, { id: row.id, revision });
        return `${name}, revision ${revision}`;
      }
    });
    services.events.wake();
    services.refresher.soon(scene.id, 50);
    return { json: { label } };
  },
});

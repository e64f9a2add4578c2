import { endpoints } from '@renquil/api';
import { sayUntil } from '@renquil/core/checks';
import { RenquilError } from '@renquil/core/errors';
import { recordAudit } from '../../db/projects.js';
import { lockScene } from '../../db/scenes.js';
import { decideWaiver, findWaiver, toWaiver } from '../../db/waivers.js';
import { toId } from '../../http/access.js';
import { defineRoute } from '../../http/route.js';
import { insertEvent } from '../../live/event-hub.js';
import { sayScope, untilOf } from './create-waiver.js';

/** What each state may become. */
const ways = {
  asked: ['granted', 'refused', 'cleared'],
  granted: ['granted', 'cleared'],
  refused: [],
  cleared: [],
};

export const decideSceneWaiver = defineRoute(endpoints.decideSceneWaiver, {
  async handle({ scene, account, role, params, body }, { database, events, refresher }) {
    const { state, note = '' } = body;
    const until = body.until ? untilOf(body.until) : null;
    await database.transaction(async (sql) => {
      await lockScene(sql, scene.id);
      const row = await findWaiver(sql, scene.id, toId(params.waiver));
      if (!row) throw new RenquilError('not-found', { what: 'waiver' });
      const isOwnWish = state === 'cleared' && row.state === 'asked' && row.asked_by === account.id;
      if (role !== 'lead' && !isOwnWish)
        throw new RenquilError('not-allowed', { role, needs: 'A lead decides what is let pass' });
      // Somebody was faster, and meant the same.
      if (row.state === state && !until) return;
      if (!(ways[row.state] as readonly string[]).includes(state))
        throw new RenquilError('request-invalid', { detail: `this waiver is ${row.state} and stays so` });
      await decideWaiver(sql, row.id, { state, by: account.id, note, until });
      await insertEvent(sql, scene.id, { type: 'waivers', revision: 0, author: account.name, label: '' });
      const { scope, until: held } = toWaiver(row);
      const said = { granted: 'waived', refused: 'refused to waive', cleared: 'does not waive any more' }[
        state
      ];
      const how =
        state === 'granted' ? `, ${sayUntil(until ?? held)}, as ${row.asker} asked: ${row.reason}` : '';
      await recordAudit(
        sql,
        { project: scene.project_id, account: account.id },
        `${said} ${sayScope(scope)}${how}${note ? ` (${note})` : ''}`,
        { scene: scene.id },
      );
    });
    events.wake();
    refresher.soon(scene.id, 50);
    return { json: { state } };
  },
});

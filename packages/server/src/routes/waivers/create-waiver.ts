import { endpoints, type BodyOf } from '@renquil/api';
import { isDay, sayUntil, type WaiverScope, type WaiverUntil } from '@renquil/core/checks';
import { RenquilError } from '@renquil/core/errors';
import { readLasting } from '@renquil/core/query';
import { recordAudit } from '../../db/projects.js';
import { lockScene } from '../../db/scenes.js';
import { countWaivers, insertWaiver } from '../../db/waivers.js';
import { defineRoute } from '../../http/route.js';
import { insertEvent } from '../../live/event-hub.js';

/** A scene has so many that are asked for or hold, at most. */
const mostWaivers = 5000;
type Sent = BodyOf<typeof endpoints.createWaiver>;

function invalid(detail: string): RenquilError {
  return new RenquilError('request-invalid', { detail });
}
function scopeOf({ of, check, object = null, path, where }: Sent['scope']): WaiverScope {
  if (of !== 'query') {
    if (path === undefined) throw invalid('scope: a finding or a branch has the path of its object');
    return { of, check, object, path };
  }
  if (where === undefined) throw invalid('scope: a query has a filter, where');
  readLasting(where);
  return { of, check, where };
}
/** A day that there is (ISO 8601). Throws request-invalid. */
export function untilOf(until: Sent['until']): WaiverUntil {
  const { date } = until;
  if (date !== undefined && !isDay(date)) throw invalid('until: a date is written 2026-12-24');
  return until;
}
/** What a waiver is about, for the history. */
export function sayScope(scope: {
  of: string;
  check: string;
  path?: string | undefined;
  where?: string | undefined;
}): string {
  const about = scope.of === 'query' ? `what ${scope.where} finds` : (scope.path ?? '').slice(-120);
  return `${scope.check} of ${scope.of === 'branch' ? `all under ${about}` : about}`;
}

export const createWaiver = defineRoute(endpoints.createWaiver, {
  async handle({ scene, account, role, body }, { database, events, refresher }) {
    const [scope, until] = [scopeOf(body.scope), untilOf(body.until)];
    const isLead = role === 'lead';
    const made = await database.transaction(async (sql) => {
      // Under the lock of the scene, so that the same request twice is one waiver.
      if ((await lockScene(sql, scene.id)) === null) throw new RenquilError('not-found', { what: 'scene' });
      if ((await countWaivers(sql, scene.id)) >= mostWaivers)
        throw invalid(`a scene has ${mostWaivers} waivers at most; clear some, or waive by a filter`);
      const { id, isNew } = await insertWaiver(sql, scene.id, {
        ...{ scope, until, reason: body.reason, request: body.id },
        asker: account.id,
        granter: isLead ? account.id : null,
      });
      if (!isNew) return id;
      await insertEvent(sql, scene.id, { type: 'waivers', revision: 0, author: account.name, label: '' });
      await recordAudit(
        sql,
        { project: scene.project_id, account: account.id },
        `${isLead ? 'waived' : 'asked to waive'} ${sayScope(scope)}, ${sayUntil(until)}: ${body.reason}`,
        { scene: scene.id },
      );
      return id;
    });
    events.wake();
    if (isLead) refresher.soon(scene.id, 50);
    const state = isLead ? ('granted' as const) : ('asked' as const);
    return { json: { waiver: made, state } };
  },
});

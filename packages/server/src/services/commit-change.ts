import { applyChange, RenquilError, type Edit } from '@renquil/core';
import type { Sql } from '../db/database.js';
import { insertEvent } from '../live/event-hub.js';
import { updateIndex } from '../db/object-index.js';
import { recordAudit } from '../db/projects.js';
import {
  advanceScene,
  findChangeById,
  findScene,
  insertChange,
  listChanges,
  lockScene,
} from '../db/scenes.js';
import { inPast } from './in-past.js';
import { refreshSoon } from './refresh-soon.js';
import type { Services } from './services.js';

export interface ChangeRequest {
  /** Made by whoever makes the change; the same id twice is one change. */
  readonly id: string;
  /** The revision it was made on. */
  readonly base: number;
  readonly label: string;
  readonly edits: readonly Edit[];
}
export interface Committed {
  readonly revision: number;
  /** Changes of others, after the base and before this one. */
  readonly missed: readonly { revision: number; id: string; author: string; label: string; edits: Edit[] }[];
}

/**
 * Puts a change on top of the newest revision when every edit still finds what it expects; else refuses, naming the
 * object. Acknowledged means committed: log, revision, index and event are one transaction.
 */
export async function commitChange(
  services: Services,
  scene: number,
  author: { id: number; name: string },
  change: ChangeRequest,
): Promise<Committed> {
  try {
    const committed = await services.database.transaction((sql) =>
      commitIn(sql, services, scene, author, change),
    );
    services.events.wake();
    refreshSoon(services, scene);
    return committed;
  } catch (error) {
    services.scenes.forget(scene);
    throw error;
  }
}

async function commitIn(
  sql: Sql,
  services: Services,
  scene: number,
  author: { id: number; name: string },
  change: ChangeRequest,
): Promise<Committed> {
  const now = await lockScene(sql, scene);
  if (now === null) throw new RenquilError('not-found', { what: 'scene' });
  const known = await findChangeById(sql, scene, change.id);
  const upTo = known ? known.revision - 1 : now;
  if (change.base > now)
    throw new RenquilError('request-invalid', {
      detail: `revision ${change.base} does not exist yet; the newest is ${now}`,
    });
  const missed = (await listChanges(sql, scene, change.base, upTo)).map((row) => ({
    revision: row.revision,
    id: row.change_id,
    author: row.author_name,
    label: row.label,
    edits: JSON.parse(row.edits) as Edit[],
  }));
  if (known) return { revision: known.revision, missed };
  const copy = await services.scenes.at(sql, scene, now);
  const result = applyChange(copy, { label: change.label, edits: change.edits });
  if (!result.ok) {
    const code = change.base < now ? 'change-conflict' : 'change-invalid';
    throw new RenquilError(code, { detail: result.detail, object: result.object, at: result.at });
  }
  const revision = now + 1;
  await insertChange(sql, {
    scene,
    revision,
    id: change.id,
    author: author.id,
    label: change.label,
    edits: change.edits,
  });
  await advanceScene(sql, scene, revision, copy.size, author.id);
  await updateIndex(sql, scene, copy, change.edits);
  await insertEvent(sql, scene, {
    type: 'change',
    revision,
    id: change.id,
    author: author.name,
    label: change.label,
  });
  await recordAudit(sql, (await findScene(sql, scene))!.project_id, author.id, inPast(change.label), scene);
  services.scenes.advance(scene, revision);
  return { revision, missed };
}

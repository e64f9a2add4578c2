import { RenquilError } from '@renquil/core/errors';
import { changeFormat } from '@renquil/formats/schemas';
import type { Sql } from '../db/database.js';
import { updateIndex } from '../db/object-index.js';
import { recordAudits } from '../db/projects.js';
import {
  advanceScene,
  findChangesById,
  insertChanges,
  listChanges,
  lockScene,
  type ChangeRow,
  type LockedScene,
} from '../db/scenes.js';
import { insertEvents } from '../live/event-hub.js';
import { inPast } from '../services/in-past.js';
import type { Services } from '../services/services.js';
import type { Committed, Missed, Posted } from './posted.js';

type Answer = Committed | RenquilError;

/**
 * Puts changes on top of the newest revision, each when every edit of it still finds what it expects; one that does not
 * is refused, naming the object, and the others go on. Acknowledged means committed: log, revision, index, events and
 * audit are one transaction. Run again after a lost race, each attempt starts from what was committed.
 */
export async function commitBatch(
  services: Services,
  scene: number,
  batch: readonly Posted[],
): Promise<readonly Answer[]> {
  const { answers, revision } = await services.database.transaction((sql) =>
    commitIn(sql, services, scene, batch),
  );
  if (revision !== null) {
    services.scenes.keep(scene, revision);
    services.events.wake();
    services.refresher.soon(scene);
  }
  return answers;
}

async function commitIn(
  sql: Sql,
  services: Services,
  scene: number,
  batch: readonly Posted[],
): Promise<{ answers: readonly Answer[]; revision: number | null }> {
  const now = await lockScene(sql, scene);
  if (now === null || now.binned)
    return { answers: batch.map(() => new RenquilError('not-found', { what: 'scene' })), revision: null };
  const known = await findChangesById(
    sql,
    scene,
    batch.map(({ change }) => change.id),
  );
  const earliest = Math.min(...batch.map(({ change }) => change.base));
  const missed: Missed[] =
    earliest < now.revision ? await listChanges(sql, scene, earliest, now.revision) : [];
  const answers: (Answer | null)[] = batch.map((posted) => early(posted, now, known, missed));
  const rest = batch.flatMap((posted, i) => (answers[i] ? [] : [{ posted, i }]));
  if (!rest.length) return { answers: answers as Answer[], revision: null };
  const changes = rest.map(({ posted }) => posted.change.toLay);
  const laid = await services.scenes.lay(sql, scene, now, changes);
  const made: Missed[] = [];
  let revision = now.revision;
  rest.forEach(({ posted, i }, n) => {
    const { base, id, label, edits } = posted.change;
    const outcome = laid.outcomes[n]!;
    if (!outcome.ok) {
      const late = outcome.code === 'change-invalid' && base < revision;
      answers[i] = new RenquilError(late ? 'change-conflict' : outcome.code, outcome.data);
      return;
    }
    revision++;
    answers[i] = { revision, missed: between([...missed, ...made], base, revision) };
    const { id: author, name } = posted.author;
    made.push({ revision, change_id: id, author, author_name: name, label, format: changeFormat, edits });
  });
  if (!made.length) return { answers: answers as Answer[], revision: null };
  await insertChanges(sql, scene, made);
  await advanceScene(sql, scene, { revision, objects: laid.size, author: made.at(-1)!.author });
  await updateIndex(sql, scene, laid);
  await insertEvents(
    sql,
    scene,
    made.map((change) => ({
      type: 'change',
      revision: change.revision,
      id: change.change_id,
      author: change.author_name,
      label: change.label,
    })),
  );
  await recordAudits(
    sql,
    now.project,
    scene,
    made.map(({ author, label }) => ({ account: author, what: inPast(label) })),
  );
  return { answers: answers as Answer[], revision };
}

/** The answer to a change that needs no laying on: it is known already, or stands on a revision that is not there. */
function early(
  { author, change }: Posted,
  now: LockedScene,
  known: ReadonlyMap<string, ChangeRow>,
  missed: readonly Missed[],
): Answer | null {
  const before = known.get(change.id);
  if (before) {
    const same =
      before.author === author.id &&
      before.label === change.label &&
      before.edits === Buffer.from(change.edits).toString('utf8');
    if (!same) return new RenquilError('change-id-taken');
    return { revision: before.revision, missed: between(missed, change.base, before.revision) };
  }
  if (change.base <= now.revision) return null;
  return new RenquilError('request-invalid', {
    detail: `revision ${change.base} does not exist yet; the newest is ${now.revision}`,
  });
}

function between(changes: readonly Missed[], after: number, before: number): Missed[] {
  return changes.filter(({ revision }) => revision > after && revision < before);
}

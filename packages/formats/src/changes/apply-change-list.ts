import {
  applyChange,
  objectsAt,
  planMove,
  planRemove,
  planRename,
  RenquilError,
  type Change,
  type Edit,
  type ObjectId,
  type Scene,
} from '@renquil/core';
import type { ChangeList, ListedChange, ObjectRef } from './change-list.js';

/**
 * Applies a change list to the scene, all or nothing, one after another. Neighbouring renames are one simultaneous
 * step, so that A to B and B to A works. References are read against the scene as the changes before left it, except
 * within such a step. Throws change-list-invalid, naming the change by its number.
 */
export function applyChangeList(scene: Scene, list: ChangeList): Change {
  const edits: Edit[] = [];
  const undo: Change[] = [];
  const run = (made: readonly Edit[], at: number): void => {
    const result = applyChange(scene, { label: '', edits: made });
    if (!result.ok) fail(at, result.detail);
    else undo.unshift(result.inverse);
    edits.push(...made);
  };
  try {
    for (let at = 0; at < list.changes.length;) {
      const renames: { at: number; change: Extract<ListedChange, { op: 'rename' }> }[] = [];
      for (let k = at; list.changes[k]?.op === 'rename'; k++) {
        renames.push({ at: k, change: list.changes[k] as Extract<ListedChange, { op: 'rename' }> });
      }
      if (renames.length) {
        const names = new Map<ObjectId, string>();
        for (const { at: k, change } of renames) names.set(find(scene, change.object, k), change.to);
        run(planRename(scene, names), at);
        at += renames.length;
      } else {
        run(plan(scene, list.changes[at]!, at), at);
        at++;
      }
    }
  } catch (error) {
    for (const change of undo) applyChange(scene, change);
    throw error;
  }
  return { label: `${list.changes.length} listed changes`, edits };
}

function plan(scene: Scene, change: ListedChange, at: number): Edit[] {
  if (change.op === 'remove')
    return planRemove(
      scene,
      change.objects.map((ref) => find(scene, ref, at)),
    );
  if (change.op !== 'move') throw new RangeError(`no operation ${change.op}`);
  const under = change.under === null ? null : find(scene, change.under, at);
  const options = {
    keep: change.keep ?? 'world',
    ...(change.index === undefined ? {} : { index: change.index }),
  };
  const made = planMove(scene, find(scene, change.object, at), under, options);
  return made.ok ? made.edits : fail(at, made.because);
}

function find(scene: Scene, ref: ObjectRef, at: number): ObjectId {
  if (typeof ref === 'number') return scene.find(ref) ? ref : fail(at, `there is no object ${ref}`);
  const found = objectsAt(scene, ref);
  if (found.length === 1) return found[0]!;
  return fail(
    at,
    found.length ? `"${ref}" names ${found.length} objects; use the id` : `there is no object "${ref}"`,
  );
}

function fail(at: number, detail: string): never {
  throw new RenquilError('change-list-invalid', { detail: `change ${at + 1}: ${detail}` });
}

import { applyChange, type Change, type Edit } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import {
  pivotPoint,
  planGroup,
  planMirror,
  planMove,
  planPivot,
  planRemove,
  planRename,
  planRest,
  planUngroup,
  planZero,
  type PivotAt,
  type Plan,
} from '@renquil/core/plans';
import { objectsAt, switchNames, type Json, type ObjectId, type Scene } from '@renquil/core/scene';
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
  const one = (ref: ObjectRef): ObjectId => find(scene, ref, at);
  const many = (refs: readonly ObjectRef[]): ObjectId[] => refs.map(one);
  const made = (result: Plan): Edit[] => (result.ok ? result.edits : fail(at, result.because));
  switch (change.op) {
    case 'remove':
      return planRemove(scene, many(change.objects));
    case 'move': {
      const under = change.under === null ? null : one(change.under);
      const options = {
        keep: change.keep ?? 'world',
        ...(change.index === undefined ? {} : { index: change.index }),
      };
      return made(planMove(scene, one(change.object), under, options));
    }
    case 'group':
      return made(
        planGroup(scene, many(change.objects), { name: change.name, pivot: change.pivot ?? 'centre' }),
      );
    case 'ungroup':
      return made(planUngroup(scene, [one(change.object)], change.all));
    case 'zero':
      return change.how === 'rest'
        ? planRest(scene, many(change.objects))
        : made(planZero(scene, many(change.objects)));
    case 'pivot': {
      const id = one(change.object);
      const to: PivotAt = typeof change.at === 'string' ? change.at : { point: change.at };
      return made(planPivot(scene, id, pivotPoint(scene, [id], to)));
    }
    case 'mirror':
      return made(planMirror(scene, one(change.object), change.axis));
    case 'set':
      return set(scene, one(change.object), change, at);
    default:
      throw new RangeError(`no operation ${change.op}`);
  }
}

function set(
  scene: Scene,
  object: ObjectId,
  { field, value }: { readonly field: string; readonly value: Json },
  at: number,
): Edit[] {
  const now = scene.get(object);
  if (field.startsWith('attr.') && field.length > 5) {
    const key = field.slice(5);
    const from = now.attributes[key];
    return [
      {
        kind: 'attribute',
        object,
        key,
        ...(from === undefined ? {} : { from }),
        ...(value === null ? {} : { to: value }),
      },
    ];
  }
  if (field === 'layer') {
    if (typeof value !== 'string' || !value) fail(at, 'a layer is a text');
    return [{ kind: 'set', object, field: 'layer', from: now.layer, to: value }];
  }
  if ((switchNames as readonly string[]).includes(field)) {
    if (typeof value !== 'boolean') fail(at, `${field} is true or false`);
    return [
      { kind: 'set', object, field: 'switches', from: now.switches, to: { ...now.switches, [field]: value } },
    ];
  }
  return fail(at, `there is no field "${field}"; fields are layer, ${switchNames.join(', ')} and attr.NAME`);
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

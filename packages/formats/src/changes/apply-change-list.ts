import { applyChange, sameJson, type Change, type Edit } from '@renquil/core/edits';
import { RenquilError } from '@renquil/core/errors';
import { sameTransform } from '@renquil/core/math';
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
import {
  newGroup,
  objectsAt,
  switchNames,
  type SwitchName,
  type Json,
  type Mark,
  type ObjectId,
  type Scene,
} from '@renquil/core/scene';
import { FileUnits } from '../file-units.js';
import type { ChangeList, ListedChange, ObjectRef } from './change-list.js';

/**
 * Applies a change list to the scene, all or nothing, one after another. Neighbouring renames are one simultaneous
 * step, so that A to B and B to A works. References are read against the scene as the changes before left it, except
 * within such a step. Throws change-list-invalid, naming the change by its number.
 */
export function applyChangeList(scene: Scene, list: ChangeList): Change {
  const edits: Edit[] = [];
  const undo: Change[] = [];
  const units = new FileUnits(list.metersPerUnit, list.up === 'Z');
  const run = (made: readonly Edit[], at: number): void => {
    const result = applyChange(scene, { label: '', edits: made });
    if (!result.ok) fail(at, result.detail);
    else undo.push(result.inverse);
    edits.push(...made);
  };
  try {
    for (let at = 0; at < list.changes.length;) {
      const renames: { at: number; change: Extract<ListedChange, { op: 'rename' }> }[] = [];
      for (let k = at; isPlainRename(list.changes[k]); k++) {
        renames.push({ at: k, change: list.changes[k] as Extract<ListedChange, { op: 'rename' }> });
      }
      if (renames.length) {
        const names = new Map<ObjectId, string>();
        for (const { at: k, change } of renames) names.set(find(scene, change.object, k), change.to);
        run(planRename(scene, names), at);
        at += renames.length;
      } else {
        const change = list.changes[at]!;
        if (change.was !== undefined) checkWas(scene, change, at);
        run(plan({ scene, units, at }, change), at);
        at++;
      }
    }
  } catch (error) {
    for (const change of undo.reverse()) applyChange(scene, change);
    throw error;
  }
  return { label: `${list.changes.length} listed changes`, edits };
}

/** One that says what was is a step of its own: the next may take the name that it gave up. */
const isPlainRename = (change: ListedChange | undefined): boolean =>
  change?.op === 'rename' && change.was === undefined;

/** Whether the scene is what a change was made for. Transforms are not asked: they go by numbers that were turned. */
function checkWas(scene: Scene, change: ListedChange, at: number): void {
  const expect = (now: Json): void => {
    if (!sameJson(now, change.was))
      fail(at, `it was to be ${JSON.stringify(change.was)} before, and is ${JSON.stringify(now)}`);
  };
  if (change.op === 'rename-material') return expect(scene.materials[change.material]?.name ?? null);
  if (change.op === 'remove' && change.objects.length === 1)
    return expect(scene.get(find(scene, change.objects[0]!, at)).name);
  if (change.op !== 'rename' && change.op !== 'move' && change.op !== 'set') return;
  const now = scene.get(find(scene, change.object, at));
  if (change.op === 'rename') expect(now.name);
  else if (change.op === 'move') expect(now.parent);
  else if (change.field === 'layer') expect(now.layer);
  else if (change.field === 'mark') expect(now.mark as Json);
  else if (change.field.startsWith('attr.')) {
    const key = change.field.slice(5);
    expect(Object.hasOwn(now.attributes, key) ? now.attributes[key]! : null);
  } else expect(now.switches[change.field as SwitchName] ?? null);
}

interface Run {
  readonly scene: Scene;
  readonly units: FileUnits;
  /** Which change of the list it is. */
  readonly at: number;
}
function plan({ scene, units, at }: Run, change: ListedChange): Edit[] {
  const one = (ref: ObjectRef): ObjectId => find(scene, ref, at);
  const many = (refs: readonly ObjectRef[]): ObjectId[] => refs.map(one);
  const made = (result: Plan): Edit[] => (result.ok ? result.edits : fail(at, result.because));
  switch (change.op) {
    case 'rename':
      return planRename(scene, new Map([[one(change.object), change.to]]));
    case 'remove':
      return planRemove(scene, many(change.objects));
    case 'move': {
      const under = change.under === null ? null : one(change.under);
      const object = one(change.object);
      const index =
        change.after === undefined ? change.index : behind(scene, change.after, { under, object, at });
      const options = { keep: change.keep ?? 'world', ...(index === undefined ? {} : { index }) };
      return made(planMove(scene, object, under, options));
    }
    case 'create': {
      const parent = change.under === null ? null : one(change.under);
      const { object, name, kind = 'group', local } = change;
      const index = behind(scene, change.after, { under: parent, object: null, at });
      const data = newGroup(object, name, { kind, ...(local ? { local: units.intoTransform(local) } : {}) });
      return [{ kind: 'insert', branch: { data, children: [] }, parent, index }];
    }
    case 'transform': {
      const object = one(change.object);
      const { local } = scene.get(object);
      const to = units.intoTransform(change.to);
      return sameTransform(local, to) ? [] : [{ kind: 'transform', object, from: local, to }];
    }
    case 'rename-material': {
      const { material: index, to } = change;
      const from = scene.materials[index]?.name;
      if (from === undefined) fail(at, `there is no material ${index}`);
      return [{ kind: 'rename-thing', thing: 'material', index, from, to }];
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
  }
}

/** The index right behind a sibling; undefined: the end, null: the first. */
function behind(
  scene: Scene,
  after: ObjectRef | null | undefined,
  {
    under,
    object,
    at,
  }: { readonly under: ObjectId | null; readonly object: ObjectId | null; readonly at: number },
): number {
  if (after === null) return 0;
  const siblings = scene.childrenOf(under);
  const own = object === null ? -1 : siblings.indexOf(object);
  if (after === undefined) return siblings.length - (own < 0 ? 0 : 1);
  const found = siblings.indexOf(find(scene, after, at));
  if (found < 0 || found === own) fail(at, 'what it is to stand behind has another parent');
  return found + 1 - (own >= 0 && own < found ? 1 : 0);
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
  if (field === 'mark') {
    if (!isMark(value)) fail(at, 'a mark is null, or a colour and a word');
    return [{ kind: 'set', object, field: 'mark', from: now.mark, to: value }];
  }
  if ((switchNames as readonly string[]).includes(field)) {
    if (typeof value !== 'boolean') fail(at, `${field} is true or false`);
    return [
      { kind: 'set', object, field: 'switches', from: now.switches, to: { ...now.switches, [field]: value } },
    ];
  }
  return fail(
    at,
    `there is no field "${field}"; fields are layer, mark, ${switchNames.join(', ')} and attr.NAME`,
  );
}

function isMark(value: Json): value is Json & (Mark | null) {
  if (value === null) return true;
  const { colour, word, note } = value as { colour?: unknown; word?: unknown; note?: unknown };
  return (
    typeof colour === 'string' && typeof word === 'string' && (note === undefined || typeof note === 'string')
  );
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

import { writeCsv } from '../csv/csv.js';
import type { ChangeList, ListedChange } from './change-list.js';

/** The columns of a change list as CSV, in their order. */
const changeColumns = ['step', 'op', 'object', 'source', 'path', 'field', 'was', 'value', 'under', 'after'];

/**
 * A change list as CSV (RFC 4180), one change a line in the order they are run. Names stand as they are; what is no text is
 * JSON (transforms, switches, lists of objects). Only what `changesBetween` makes: other changes are given by plans of ours.
 */
export function changesCsv(list: ChangeList): string {
  return writeCsv(
    changeColumns,
    list.changes.map((change, i) => row(change, i + 1)),
  );
}

function row(change: ListedChange, step: number): (string | number)[] {
  const { op, path = '', source = '', was } = change;
  const [object, field, value] = parts(change);
  const under = 'under' in change ? cell(change.under) : '';
  const after = 'after' in change ? cell(change.after) : '';
  return [step, op, object, source, path, field, was === undefined ? '' : cell(was), value, under, after];
}
function parts(change: ListedChange): [object: string | number, field: string, value: string] {
  switch (change.op) {
    case 'rename':
      return [change.object, 'name', change.to];
    case 'create':
      return [change.object, change.kind ?? 'group', change.name];
    case 'transform':
      return [change.object, 'transform', cell(change.to)];
    case 'set':
      return [change.object, change.field, cell(change.value)];
    case 'rename-material':
      return [change.material, 'material', change.to];
    case 'remove':
      return [change.objects.length === 1 ? change.objects[0]! : cell(change.objects), '', ''];
    default:
      return ['object' in change ? change.object : '', '', ''];
  }
}
/** A text as it is, all else as JSON; nothing for what is not said. */
const cell = (value: unknown): string =>
  value === undefined ? '' : typeof value === 'string' ? value : JSON.stringify(value);

import { readJson } from '@renquil/core/own-json';
import type { Json } from '@renquil/core/scene';
import { writeCsv } from '../csv/csv.js';
import type { ChangeList, ListedChange } from './change-list.js';

/** The columns of a change list as CSV, in their order. */
export const changeColumns = [
  'step',
  'op',
  'object',
  'source',
  'path',
  'field',
  'was',
  'value',
  'under',
  'after',
  'transform',
] as const;

/**
 * A change list as CSV (RFC 4180), one change a line in the order they are run. Names stand as they are; what is no text is
 * JSON (transforms, switches, lists of objects), and so is the value of an attribute that could be taken for JSON. What the
 * list is measured in, where that is not metres with Y up, is a line before the first, of step 0. Only what `changesBetween`
 * makes: other changes are given by plans of ours.
 */
export function changesCsv(list: ChangeList): string {
  const { metersPerUnit, up } = list;
  const said = { ...(metersPerUnit === undefined ? {} : { metersPerUnit }), ...(up ? { up } : {}) };
  const units = Object.keys(said).length ? [[0, unitsOp, '', '', '', '', '', cell(said), '', '', '']] : [];
  return writeCsv(changeColumns, [...units, ...list.changes.map((change, i) => row(change, i + 1))]);
}

function row(change: ListedChange, step: number): (string | number)[] {
  const { op, path = '', source = '', was } = change;
  const [object, field, value] = parts(change);
  const under = 'under' in change ? cell(change.under) : '';
  const after = 'after' in change ? cell(change.after) : '';
  const before = was === undefined ? '' : isOfAttribute(change) ? jsonCell(was) : cell(was);
  const local = op === 'create' ? cell(change.local) : '';
  return [step, op, object, source, path, field, before, value, under, after, local];
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
      return [change.object, change.field, (isOfAttribute(change) ? jsonCell : cell)(change.value)];
    case 'rename-material':
      return [change.material, 'material', change.to];
    case 'remove':
      return [change.objects.length === 1 ? change.objects[0]! : cell(change.objects), '', ''];
    case 'move':
      return [change.object, change.keep ?? '', ''];
    default:
      return ['object' in change ? change.object : '', '', ''];
  }
}
/** A text as it is, all else as JSON; nothing for what is not said. */
const cell = (value: unknown): string =>
  value === undefined ? '' : typeof value === 'string' ? value : JSON.stringify(value);
/** The operation of the line that says what a list is measured in. */
export const unitsOp = 'units';
const isOfAttribute = (change: ListedChange): boolean =>
  change.op === 'set' && change.field.startsWith('attr.');
/** A text that could be read as JSON stands as JSON, so that it comes back as a text. */
function jsonCell(value: Json): string {
  if (typeof value !== 'string') return cell(value);
  return value === '' || isJson(value) ? JSON.stringify(value) : value;
}
/** Whether a text is JSON (RFC 8259). */
export function isJson(text: string): boolean {
  try {
    readJson(text);
    return true;
  } catch {
    return false;
  }
}

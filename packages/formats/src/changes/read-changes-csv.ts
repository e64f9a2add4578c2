import { RenquilError } from '@renquil/core/errors';
import { readJson } from '@renquil/core/own-json';
import { readRows } from '../csv/csv.js';
import { changeColumns, isJson, unitsOp } from './changes-csv.js';

type Column = (typeof changeColumns)[number];
type Row = { readonly [name in Column]: string };

/**
 * A change list that was written as CSV, as the JSON that says the same; nothing of it is judged but that it can be read.
 * Columns may stand in any order and others beside them.
 * @throws RenquilError change-list-invalid with the line
 */
export function readChangesCsv(text: string): unknown {
  const [header = [], ...rows] = readRows(text);
  const at = changeColumns.map((name) => header.findIndex((cell) => cell.trim().toLowerCase() === name));
  const lacking = changeColumns.filter((name, i) => at[i]! < 0 && needed.has(name));
  if (lacking.length)
    fail(1, `a change list as CSV has the columns ${changeColumns.join(', ')}; ${lacking.join(', ')} lack`);
  const units: Record<string, unknown> = {};
  const changes: unknown[] = [];
  rows.forEach((cells, i) => {
    const line = i + 2;
    const row = Object.fromEntries(changeColumns.map((name, k) => [name, cells[at[k]!] ?? ''])) as Row;
    if (row.op === unitsOp) Object.assign(units, json(row.value, line, 'value'));
    else changes.push(changeOf(row, line));
  });
  return { renquil: 'changes/1', ...units, changes };
}
const needed: ReadonlySet<string> = new Set(['op', 'object', 'value']);

function changeOf(row: Row, line: number): Record<string, unknown> {
  const { op } = row;
  const one = (cell: string): unknown => (cell.startsWith('/') ? cell : json(cell, line, 'object'));
  const said = {
    op,
    ...(row.source ? { source: row.source } : {}),
    ...(row.path ? { path: row.path } : {}),
    ...(row.was ? { was: wasOf(row, line) } : {}),
  };
  const places = {
    ...(row.under ? { under: one(row.under) } : {}),
    ...(row.after ? { after: one(row.after) } : {}),
  };
  switch (op) {
    case 'rename':
      return { ...said, object: one(row.object), to: row.value };
    case 'create':
      return {
        ...said,
        object: one(row.object),
        name: row.value,
        ...(row.field ? { kind: row.field } : {}),
        ...(row.transform ? { local: json(row.transform, line, 'transform') } : {}),
        ...places,
      };
    case 'move':
      return { ...said, object: one(row.object), ...(row.field ? { keep: row.field } : {}), ...places };
    case 'transform':
      return { ...said, object: one(row.object), to: json(row.value, line, 'value') };
    case 'set':
      return {
        ...said,
        object: one(row.object),
        field: row.field,
        value: valueOf(row.field, row.value, line),
      };
    case 'rename-material':
      return { ...said, material: json(row.object, line, 'object'), to: row.value };
    case 'remove': {
      const objects = one(row.object);
      return { ...said, objects: Array.isArray(objects) ? objects : [objects] };
    }
    default:
      return fail(line, `there is no operation "${op.slice(0, 40)}" in CSV`);
  }
}
function wasOf({ op, field, was }: Row, line: number): unknown {
  if (op === 'move' || op === 'transform') return json(was, line, 'was');
  return op === 'set' ? valueOf(field, was, line) : was;
}
/** A layer is a text whatever it looks like; an attribute is one where it is no JSON; all others are JSON. */
function valueOf(field: string, cell: string, line: number): unknown {
  if (field === 'layer') return cell;
  if (field.startsWith('attr.') && !isJson(cell)) return cell;
  return json(cell, line, 'value');
}
function json(cell: string, line: number, column: string): unknown {
  try {
    return readJson(cell);
  } catch {
    return fail(line, `"${cell.slice(0, 40)}" in the column ${column} is neither a path, a number nor JSON`);
  }
}
function fail(line: number, detail: string): never {
  throw new RenquilError('change-list-invalid', { detail: `line ${line}: ${detail}` });
}

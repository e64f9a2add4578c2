import { RenquilError } from '@renquil/core/errors';
import { objectsAt, pathOf, type ObjectId, type Scene } from '@renquil/core/scene';
import { readRows, writeCsv } from '../csv/csv.js';

/** The columns of a sheet of names: `to` is what people write in. */
const sheetColumns = ['id', 'path', 'name', 'to'] as const;

/** All names of a scene as CSV (RFC 4180), in the order of the tree, each twice: as it is, and to be changed. */
export function namesSheet(scene: Scene): string {
  return writeCsv(
    sheetColumns,
    [...scene.walk()].map(({ id, name }) => [id, pathOf(scene, id), name, name]),
  );
}

/** What a sheet says of a scene. */
export interface ReadSheet {
  /** Names that change. */
  readonly names: ReadonlyMap<ObjectId, string>;
  /** Lines that leave a name as it is, or say nothing. */
  readonly same: number;
  /** Lines that match nothing, or more than one thing; counted from 1, the header first. */
  readonly lost: readonly { readonly line: number; readonly why: string }[];
}

/**
 * Matches the lines of a sheet with the objects of a scene: by `id` where that object still has the `name`, else by a
 * `path` or `name` that only one has. A column `to` must be there, and one of the others; any order, others are left.
 * @throws RenquilError usage when the header has them not
 */
export function readNamesSheet(text: string, scene: Scene): ReadSheet {
  const [header = [], ...rows] = readRows(text);
  const at = new Map(header.map((title, i) => [title.trim().toLowerCase(), i]));
  const to = at.get('to');
  if (to === undefined || !['id', 'path', 'name'].some((column) => at.has(column)))
    throw new RenquilError('usage', {
      detail: 'The first line must name the columns: "to", and one of "id", "path", "name".',
    });
  const names = new Map<ObjectId, string>();
  const taken = new Map<ObjectId, number>();
  const lost: { line: number; why: string }[] = [];
  let same = 0;
  rows.forEach((row, i) => {
    const cell = (column: string): string | null => row[at.get(column) ?? -1] ?? null;
    const wanted = row[to];
    if (!wanted) return void same++;
    const found = find(scene, { id: cell('id'), path: cell('path'), name: cell('name') });
    const line = i + 2;
    if (typeof found === 'string') return void lost.push({ line, why: found });
    const before = taken.get(found);
    if (before !== undefined)
      return void lost.push({ line, why: `line ${before} speaks of the same object` });
    taken.set(found, line);
    if (scene.get(found).name === wanted) same++;
    else names.set(found, wanted);
  });
  return { names, same, lost };
}

/** The object that a line means, or why it means none. */
function find(
  scene: Scene,
  {
    id,
    path,
    name,
  }: { readonly id: string | null; readonly path: string | null; readonly name: string | null },
): ObjectId | string {
  const object = id && /^\d{1,9}$/.test(id) ? scene.find(Number(id)) : undefined;
  if (object && (name === null || object.name === name)) return object.id;
  const atPath = path ? objectsAt(scene, path) : [];
  if (atPath.length === 1) return atPath[0]!;
  const called = name === null ? null : scene.withName(name);
  if (called?.size === 1) return [...called][0]!;
  if (called && called.size > 1) return `${called.size} objects are called "${name!}"`;
  return `there is no object ${[id && `with the id ${id}`, name !== null && `called "${name}"`, path && `at ${path}`].filter(Boolean).join(', or ') || 'that it names'}`;
}

import { RenquilError } from '@renquil/core/errors';
import { readRows } from '../csv/csv.js';

/** What of a package is other than in one before it, by the lists of names that both have. */
export interface PackageChanges {
  readonly renamed: readonly { readonly object: number; readonly from: string; readonly to: string }[];
  /** Under something else than before. */
  readonly moved: readonly { readonly object: number; readonly name: string }[];
  readonly added: readonly { readonly object: number; readonly name: string }[];
  readonly gone: readonly { readonly object: number; readonly name: string }[];
}

/**
 * Compares two names.csv: objects are known by their `id`, whatever they are called, and what stands above them by the path.
 * @throws RenquilError usage when one of them is none
 */
export function comparePackages(before: string, after: string): PackageChanges {
  const [was, is] = [read(before), read(after)];
  const renamed: PackageChanges['renamed'][number][] = [];
  const moved: PackageChanges['moved'][number][] = [];
  const added: PackageChanges['added'][number][] = [];
  for (const [object, { sent, above }] of is) {
    const old = was.get(object);
    if (!old) added.push({ object, name: sent });
    else {
      if (old.sent !== sent) renamed.push({ object, from: old.sent, to: sent });
      if (old.above !== above) moved.push({ object, name: sent });
    }
  }
  const gone = [...was].flatMap(([object, { sent }]) => (is.has(object) ? [] : [{ object, name: sent }]));
  return { renamed, moved, added, gone };
}

interface Sent {
  readonly sent: string;
  /** The object above it; null: none, or one whose path is cut. */
  readonly above: number | null;
}
function read(csv: string): Map<number, Sent> {
  const [header, ...rows] = readRows(csv);
  const [id, sent, path] = ['id', 'sent', 'sentPath'].map((name) => header?.indexOf(name) ?? -1);
  if ([id, sent, path].some((at) => at! < 0))
    throw new RenquilError('usage', { detail: 'This is no list of the names of a package.' });
  const byPath = new Map(rows.map((row) => [row[path!]!, Number(row[id!])]));
  return new Map(
    rows.map((row) => {
      const above = row[path!]!.slice(0, row[path!]!.lastIndexOf('/'));
      return [Number(row[id!]), { sent: row[sent!]!, above: byPath.get(above) ?? null }];
    }),
  );
}

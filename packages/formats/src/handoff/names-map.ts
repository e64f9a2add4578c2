import { PathBook } from '@renquil/core/scene';
import type { Outgoing } from '@renquil/core/targets';
import { writeCsv } from '../csv/csv.js';

/** What the list of names is called in a package. */
export const namesFile = 'names.csv';

/**
 * Names of what goes, in the scene and as they are sent, with paths of both: what a receiver answers is read back by it.
 * RFC 4180: `id,name,sent,path,sentPath`.
 */
export function namesMap(before: PathBook, { scene, without }: Pick<Outgoing, 'scene' | 'without'>): string {
  const after = new PathBook(scene);
  const rows: (string | number)[][] = [];
  for (const { id, name } of scene.walk()) {
    if (without.has(id)) continue;
    const was = before.scene.find(id);
    // What was made on the way out has no name here.
    rows.push([id, was?.name ?? '', name, was ? before.path(id) : '', after.path(id)]);
  }
  return writeCsv(['id', 'name', 'sent', 'path', 'sentPath'], rows);
}

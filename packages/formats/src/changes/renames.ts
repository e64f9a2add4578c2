import { pathOf, type Scene } from '@renquil/core/scene';
import { writeCsv } from '../csv/csv.js';

/** One object's name before and after. */
export interface NameChange {
  readonly object: number;
  readonly from: string;
  readonly to: string;
  readonly path: string;
}

/** Objects that came from the file under another name than they have now, in tree order. */
export function renamesSince(scene: Scene, namesInFile: readonly (string | undefined)[]): NameChange[] {
  const out: NameChange[] = [];
  for (const object of scene.walk()) {
    if (object.source === null) continue;
    const from = namesInFile[object.source] ?? '';
    if (from !== object.name)
      out.push({ object: object.id, from, to: object.name, path: pathOf(scene, object.id) });
  }
  return out;
}

/** RFC 4180: `id,from,to,path`, a header line first. */
export function renamesCsv(renames: readonly NameChange[]): string {
  return writeCsv(
    ['id', 'from', 'to', 'path'],
    renames.map((r) => [r.object, r.from, r.to, r.path]),
  );
}

import { posix } from 'node:path';
import { ownFormatOf, type OwnFormat } from '@renquil/formats';
import type { Sql } from './database.js';
import { readFile } from './files.js';
import type { SceneRow } from './scenes.js';

/** The file that a scene was brought in as, where it is no glTF. */
interface OwnFile extends OwnFormat {
  readonly file: number;
  /** Reads the files that came with it, by their path from it. */
  beside(): Promise<(readonly [string, Uint8Array])[]>;
}

/** The file that a scene was brought in as; null: it is glTF, and what stands for it is the file itself. */
export async function ownFileOf(
  sql: Sql,
  { id, source_name, source_file }: Pick<SceneRow, 'id' | 'source_name' | 'source_file'>,
): Promise<OwnFile | null> {
  const format = ownFormatOf(source_name);
  if (!format) return null;
  const files = await sql.rows<{ path: string; file_id: number; is_main: number }>(
    'SELECT path, file_id, is_main FROM scene_file WHERE scene_id = ?',
    [id],
  );
  const own =
    files.find(({ is_main }) => is_main) ??
    files.find(({ path }) => path === source_name || path.endsWith(`/${source_name}`));
  // A .glb under another name stands for itself: no other was made of it.
  if (!own || own.file_id === source_file) return null;
  const folder = own.path.slice(0, own.path.length - source_name.length);
  const beside = (): Promise<(readonly [string, Uint8Array])[]> =>
    Promise.all(
      files
        .filter((one) => one !== own)
        .map(
          async ({ path, file_id }) => [posix.relative(folder, path), await readFile(sql, file_id)] as const,
        ),
    );
  return { file: own.file_id, beside, ...format };
}

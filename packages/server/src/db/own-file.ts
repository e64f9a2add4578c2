import type { Sql } from './database.js';
import type { SceneRow } from './scenes.js';

/** The file that a scene was brought in as, where it is no glTF. */
export interface OwnFile {
  readonly file: number;
  readonly ending: string;
  /** Its media type (IANA). */
  readonly type: string;
}
/** Formats that are kept beside the .glb that was made of them, by their ending. */
const types: Readonly<Record<string, string>> = { '.usda': 'model/vnd.usda' };

/** The file that a scene was brought in as; null: it is glTF, and what stands for it is the file itself. */
export async function ownFileOf(
  sql: Sql,
  { id, source_name }: Pick<SceneRow, 'id' | 'source_name'>,
): Promise<OwnFile | null> {
  const ending = /\.\w+$/.exec(source_name)?.[0].toLowerCase() ?? '';
  const type = types[ending];
  if (!type) return null;
  const files = await sql.rows<{ path: string; file_id: number }>(
    'SELECT path, file_id FROM scene_file WHERE scene_id = ?',
    [id],
  );
  const own = files.find(({ path }) => path === source_name || path.endsWith(`/${source_name}`));
  return own ? { file: own.file_id, ending, type } : null;
}

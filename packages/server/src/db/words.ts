import { hasWord } from '@renquil/core/names';
import type { Sql } from './database.js';

/** An object of any scene with its name. */
export interface NamedObject {
  readonly scene_id: number;
  readonly scene: string;
  readonly object_id: number;
  readonly name: string;
}

/** Objects of any scene of a project whose name holds a word as a word, by separators, humps and digits; case is not minded. */
export async function objectsWithWord(sql: Sql, project: number, word: string): Promise<NamedObject[]> {
  const escaped = word.replace(/[\\%_]/g, '\\$&');
  const rows = await sql.rows<NamedObject>(
    `SELECT o.scene_id, s.name AS scene, o.object_id, o.name FROM object_index o JOIN scene s ON s.id = o.scene_id
     WHERE s.project_id = ? AND o.name COLLATE utf8mb4_general_ci LIKE ? ORDER BY s.id, o.object_id`,
    [project, `%${escaped}%`],
  );
  return rows.filter(({ name }) => hasWord(name, word));
}

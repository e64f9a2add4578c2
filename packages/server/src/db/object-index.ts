import { pathPart, type Kind } from '@renquil/core/scene';
import type { Sql } from './database.js';

/** Characters of a name that can be looked for: four bytes each at most, and a TEXT holds 65,535. */
const mostIndexed = 16_000;

/** An object that a search found, with its scene. */
export interface FoundObject {
  readonly scene_id: number;
  readonly scene: string;
  readonly object_id: number;
  readonly name: string;
  readonly kind: Kind;
}

/**
 * Brings the index to the scene as it is after changes.
 * @param gone objects that are no more
 * @param rows parts of JSON lists of [id, parent, name, kind], in the order of their ids
 */
export async function updateIndex(
  sql: Sql,
  scene: number,
  { gone = [], rows }: { readonly gone?: readonly number[]; readonly rows: readonly Uint8Array[] },
): Promise<void> {
  for (let at = 0; at < gone.length; at += 1000)
    await sql.connection.query('DELETE FROM object_index WHERE scene_id = ? AND object_id IN (?)', [
      scene,
      gone.slice(at, at + 1000),
    ]);
  for (const part of rows)
    await sql.run(
      `INSERT INTO object_index (scene_id, object_id, parent_id, name, kind)
       SELECT ?, made.id, made.parent, LEFT(made.name, ${mostIndexed}), made.kind FROM JSON_TABLE(CONVERT(? USING utf8mb4), '$[*]' COLUMNS (
         id INT UNSIGNED PATH '$[0]', parent INT UNSIGNED PATH '$[1]', name MEDIUMTEXT PATH '$[2]', kind VARCHAR(12) PATH '$[3]')) AS made
       ON DUPLICATE KEY UPDATE parent_id = made.parent, name = LEFT(made.name, ${mostIndexed}), kind = made.kind`,
      [scene, Buffer.from(part)],
    );
}

/** Objects of any scene of a project whose name holds the text; `*` and `?` stand for any characters and one. */
export function searchObjects(
  sql: Sql,
  project: number,
  text: string,
  limit: number,
): Promise<FoundObject[]> {
  const escaped = text
    .replace(/[\\%_]/g, '\\$&')
    .replaceAll('*', '%')
    .replaceAll('?', '_');
  const pattern = /[*?]/.test(text) ? escaped : `%${escaped}%`;
  return sql.rows(
    `SELECT o.scene_id, s.name AS scene, o.object_id, o.name, o.kind FROM object_index o JOIN scene s ON s.id = o.scene_id
     WHERE s.project_id = ? AND s.binned_at IS NULL AND o.name COLLATE utf8mb4_general_ci LIKE ? ORDER BY s.id, o.object_id LIMIT ?`,
    [project, pattern, limit],
  );
}

/** Levels that a path is followed up at most; one that lies deeper has none. */
const mostLevels = 200;

/** Where objects of a scene hang now, as `pathOf` says it. One that is gone has no path. */
export async function pathsNow(
  sql: Sql,
  scene: number,
  objects: readonly number[],
): Promise<ReadonlyMap<number, string>> {
  const paths = new Map<number, string>();
  if (!objects.length) return paths;
  const rows = await sql.rows<{ top: number; name: string; parent_id: number | null }>(
    `WITH RECURSIVE up AS (
       SELECT object_id AS top, parent_id, name, 0 AS level FROM object_index WHERE scene_id = ? AND object_id IN (${objects.map(() => '?').join(', ')})
       UNION ALL
       SELECT up.top, o.parent_id, o.name, up.level + 1 FROM up JOIN object_index o ON o.scene_id = ? AND o.object_id = up.parent_id WHERE up.level < ?
     ) SELECT top, name, parent_id FROM up ORDER BY top, level`,
    [scene, ...objects, scene, mostLevels],
  );
  const parts = new Map<number, string>();
  for (const { top, name, parent_id } of rows) {
    const path = `/${pathPart(name)}${parts.get(top) ?? ''}`;
    parts.set(top, path);
    if (parent_id === null) paths.set(top, path);
  }
  return paths;
}

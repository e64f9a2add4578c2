import type { SaidFacing } from '@renquil/core/frames';
import type { KnownShape, ShapeWord } from '@renquil/core/names/propose';
import type { Database, Sql } from './database.js';

interface Row {
  readonly digest: string;
  readonly text: string;
  readonly count: number;
  readonly total: number;
}

/** Brings what things of each shape are called in a scene up to date; mostly it is as it was, and little is written. */
export async function saveShapeWords(sql: Sql, scene: number, words: readonly ShapeWord[]): Promise<void> {
  const kept = new Map(
    (
      await sql.rows<Row>('SELECT digest, text, count, total FROM shape_word WHERE scene_id = ?', [scene])
    ).map((row) => [row.digest, row] as const),
  );
  const rows: (string | number)[][] = [];
  for (const { digest, text, count, of } of words) {
    const now = kept.get(digest);
    kept.delete(digest);
    const short = text.slice(0, 200);
    if (now?.text !== short || now.count !== count || now.total !== of) rows.push([digest, short, count, of]);
  }
  const gone = [...kept.keys()];
  for (let at = 0; at < gone.length; at += 1000)
    await sql.connection.query('DELETE FROM shape_word WHERE scene_id = ? AND digest IN (?)', [
      scene,
      gone.slice(at, at + 1000),
    ]);
  for (let at = 0; at < rows.length; at += 5000)
    await sql.run(
      `INSERT INTO shape_word (scene_id, digest, text, count, total)
       SELECT ?, made.digest, made.text, made.count, made.total FROM JSON_TABLE(CONVERT(? USING utf8mb4), '$[*]' COLUMNS (
         digest VARCHAR(64) PATH '$[0]', text VARCHAR(200) PATH '$[1]', count INT UNSIGNED PATH '$[2]', total INT UNSIGNED PATH '$[3]')) AS made
       ON DUPLICATE KEY UPDATE text = made.text, count = made.count, total = made.total`,
      [scene, Buffer.from(JSON.stringify(rows.slice(at, at + 5000)))],
    );
}

/** Puts down which way the assets of a scene face by its names. */
export async function saveFacing(sql: Sql, scene: number, said: SaidFacing | null): Promise<void> {
  await sql.run('UPDATE scene SET facing = ?, facing_names = ? WHERE id = ?', [
    said?.facing ?? null,
    said?.names ?? 0,
    scene,
  ]);
}
/** Which way the assets of the other scenes face, of those that say so. */
export function facingsElsewhere(sql: Database, project: number, scene: number): Promise<SaidFacing[]> {
  return sql.rows<SaidFacing>(
    'SELECT facing, facing_names AS names FROM scene WHERE project_id = ? AND id <> ? AND binned_at IS NULL AND facing IS NOT NULL',
    [project, scene],
  );
}

/** Shapes that are told to a page at most. */
const mostShapes = 20_000;

/**
 * What the other scenes of the project that are not in the bin call things of the shapes of this one: of each shape the
 * word that most things bear, however it is spelled in capitals, of all that have a right name.
 */
export function shapeWordsElsewhere(sql: Database, project: number, scene: number): Promise<KnownShape[]> {
  return sql.rows<KnownShape>(
    `SELECT digest, text, count, \`of\`, scene FROM (
       SELECT o.digest, MIN(o.text) AS text, CAST(SUM(o.count) AS UNSIGNED) AS count, MIN(s.name) AS scene,
         CAST(SUM(SUM(o.total)) OVER (PARTITION BY o.digest) AS UNSIGNED) AS \`of\`,
         ROW_NUMBER() OVER (PARTITION BY o.digest ORDER BY SUM(o.count) DESC, MIN(o.text)) AS nth
       FROM shape_word mine
       JOIN shape_word o ON o.digest = mine.digest AND o.scene_id <> mine.scene_id AND o.text <> ''
       JOIN scene s ON s.id = o.scene_id AND s.project_id = ? AND s.binned_at IS NULL
       WHERE mine.scene_id = ? GROUP BY o.digest, LOWER(o.text)) AS words
     WHERE nth = 1 ORDER BY digest LIMIT ${mostShapes}`,
    [project, scene],
  );
}

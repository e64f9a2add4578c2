import type { Judged } from '../tasks/judged.js';
import type { Sql } from './database.js';
import { saveStanding } from './scenes.js';
import { saveFacing, saveShapeWords } from './shape-words.js';

/** Keeps what a check of a scene found out, all of the newest revision only: tasks may finish out of order. */
export async function saveJudged(
  sql: Sql,
  scene: number,
  revision: number,
  { standing, shapes, facing, ready }: Judged,
): Promise<void> {
  if (!(await saveStanding(sql, scene, revision, standing))) return;
  await saveShapeWords(sql, scene, shapes);
  await saveFacing(sql, scene, facing);
  if (ready) await sql.run('UPDATE scene SET readiness = ? WHERE id = ?', [JSON.stringify(ready), scene]);
}

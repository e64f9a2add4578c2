import type { Recipe } from '@renquil/core/names/recipe';
import type { Sql } from './database.js';

/** A recipe that a project keeps; `body` is JSON. */
export interface RecipeRow {
  readonly id: number;
  readonly name: string;
  readonly body: string;
  readonly author: string;
  readonly updated_at: Date;
}
/** The recipes of a project, by name. */
export function listRecipes(sql: Sql, project: number): Promise<RecipeRow[]> {
  return sql.rows(
    'SELECT r.id, r.name, r.body, a.name AS author, r.updated_at FROM recipe r JOIN account a ON a.id = r.author WHERE r.project_id = ? ORDER BY r.name',
    [project],
  );
}
/** Keeps a recipe under its name, in place of an older one of that name. */
export async function saveRecipe(sql: Sql, project: number, recipe: Recipe, author: number): Promise<void> {
  await sql.run(
    `INSERT INTO recipe (project_id, name, body, author, updated_at) VALUES (?, ?, ?, ?, UTC_TIMESTAMP(3))
     ON DUPLICATE KEY UPDATE body = VALUES(body), author = VALUES(author), updated_at = VALUES(updated_at)`,
    [project, recipe.name, JSON.stringify(recipe), author],
  );
}
/** The recipe goes. False: there is none. */
export async function deleteRecipe(sql: Sql, project: number, id: number): Promise<boolean> {
  return (
    (await sql.run('DELETE FROM recipe WHERE id = ? AND project_id = ?', [id, project])).affectedRows > 0
  );
}

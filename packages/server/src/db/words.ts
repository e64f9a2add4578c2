import { splitWords } from '@renquil/core';
import type { Sql } from './database.js';

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
  const low = word.toLowerCase();
  return rows.filter(({ name }) => splitWords(name).some(({ text }) => text.toLowerCase() === low));
}

/** A name with a word put in place of another, in the capitals of the one that stood there. */
export function swapWord(name: string, from: string, to: string): string {
  const low = from.toLowerCase();
  let out = '';
  let at = 0;
  for (const { text, start, end } of splitWords(name)) {
    if (text.toLowerCase() !== low) continue;
    out += name.slice(at, start) + inCapitalsOf(text, to);
    at = end;
  }
  return out + name.slice(at);
}
function inCapitalsOf(text: string, word: string): string {
  if (text.length > 1 && text === text.toUpperCase()) return word.toUpperCase();
  return text[0] === text[0]!.toUpperCase() ? word[0]!.toUpperCase() + word.slice(1) : word;
}

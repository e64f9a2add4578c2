import { changeFormat, decodeChange } from '@renquil/formats/schemas';
import type { ChangeRow } from '../db/scenes.js';

type Logged = Omit<ChangeRow, 'edits' | 'created_at'> & {
  readonly edits: string | Uint8Array;
  readonly created_at?: Date;
};

/** Logged changes as the JSON that a page reads: edits written in today's form go out as they stand in the log. */
export function changesText(rows: readonly Logged[]): string {
  return `[${rows.map(changeText).join(',')}]`;
}

function changeText(row: Logged): string {
  const about = JSON.stringify({
    revision: row.revision,
    id: row.change_id,
    author: row.author_name,
    authorId: row.author,
    label: row.label,
    at: row.created_at,
  });
  const text = typeof row.edits === 'string' ? row.edits : Buffer.from(row.edits).toString('utf8');
  const edits = row.format === changeFormat ? text : JSON.stringify(decodeChange(text, row.format));
  return `${about.slice(0, -1)},"edits":${edits}}`;
}

import type { Kind, ObjectId } from '@renquil/core/scene';

/** What the index of objects knows of one. */
export type IndexRow = Readonly<{ id: ObjectId; parent: ObjectId | null; name: string; kind: Kind }>;

/** Rows of one statement, and letters of their names: a packet of the database must hold it. */
const [rowsInOne, lettersInOne] = [2000, 2_000_000];

/** Rows for the index as parts of JSON lists of [id, parent, name, kind], each for one statement, cheap to hand from thread to thread. */
export function indexRows(objects: Iterable<IndexRow>): Uint8Array[] {
  const parts: Uint8Array[] = [];
  let part: unknown[] = [];
  let letters = 0;
  const flush = (): void => {
    if (part.length) parts.push(new TextEncoder().encode(JSON.stringify(part)));
    part = [];
    letters = 0;
  };
  for (const { id, parent, name, kind } of objects)
    if (part.push([id, parent, name, kind]) === rowsInOne || (letters += name.length) > lettersInOne) flush();
  flush();
  return parts;
}

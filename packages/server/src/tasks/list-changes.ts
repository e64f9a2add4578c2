import { changesBetween, changesCsv, wayBackOf } from '@renquil/formats';
import { openStored, type StoredScene } from './stored-scene.js';

/** Two states of a scene, and the file that it came from. */
export interface ListChangesInput {
  readonly from: StoredScene;
  readonly to: StoredScene;
  /** Null: it is glTF. */
  readonly own: { readonly bytes: Uint8Array; readonly name: string } | null;
  readonly as: 'json' | 'csv';
}

/** How the one becomes the other, as a change list: JSON, or CSV (RFC 4180). */
export function listChangesTask({ from, to, own, as }: ListChangesInput): Uint8Array {
  const list = changesBetween(openStored(from), openStored(to), own ? wayBackOf(own.bytes, own.name) : {});
  if (as === 'csv') return new TextEncoder().encode(changesCsv(list));
  // A change a line: the list is looked at, and compared, by people too.
  const { changes, ...head } = list;
  const first = JSON.stringify(head).slice(0, -1);
  const lines = changes.map((change) => JSON.stringify(change));
  return new TextEncoder().encode(`${first},"changes":[\n${lines.join(',\n')}\n]}\n`);
}

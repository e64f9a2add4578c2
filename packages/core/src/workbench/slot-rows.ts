import { naturalCompare } from '../names/natural-order.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { RowList, type TreeRow } from './row-list.js';

/** What rows by a slot are made of. */
export interface SlotRowsInput {
  readonly matches: ReadonlySet<ObjectId> | null;
  /** What stands in the slot, empty: nothing. */
  readonly text: (id: ObjectId) => string;
  readonly down: boolean;
  /** Rows of one text together, with what they share at the first; folded groups show that one only. */
  readonly grouped: boolean;
  readonly folded: ReadonlySet<string>;
}

/** Lines without the tree, in the natural order of what stands in a slot; those with nothing there come last. */
export function slotRows(scene: Scene, { matches, text, down, grouped, folded }: SlotRowsInput): RowList {
  const found: { readonly id: ObjectId; readonly text: string; readonly name: string }[] = [];
  for (const { id, name } of scene.walk())
    if (!matches || matches.has(id)) found.push({ id, text: text(id), name });
  found.sort((a, b) => {
    if (!a.text !== !b.text) return a.text ? -1 : 1;
    return (down ? -1 : 1) * naturalCompare(a.text, b.text) || naturalCompare(a.name, b.name) || a.id - b.id;
  });
  const counts = new Map<string, number>();
  if (grouped) for (const one of found) counts.set(one.text, (counts.get(one.text) ?? 0) + 1);
  const rows = new RowList();
  let before: string | null = null;
  for (const { id, text: label } of found) {
    const first = grouped && label !== before;
    before = label;
    if (grouped && !first && folded.has(label)) continue;
    const row: TreeRow = { id, depth: 0, hasChildren: false, open: !folded.has(label), context: false };
    rows.add(first ? { ...row, group: { label, count: counts.get(label)! } } : row);
  }
  return rows;
}

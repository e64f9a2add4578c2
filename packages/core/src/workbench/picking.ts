import type { ObjectId } from '../scene/scene-object.js';

/** What is picked: the objects in the order they were picked, the one the keys work on, and where a range began. */
export interface Picking {
  readonly picked: ReadonlySet<ObjectId>;
  readonly active: ObjectId | null;
  readonly anchor: ObjectId | null;
}
/** Nobody is picked. */
export const nothingPicked: Picking = Object.freeze({
  picked: new Set<ObjectId>(),
  active: null,
  anchor: null,
});

/** only: this one alone. toggle: in or out. range: all rows from the anchor to here. */
export type PickHow = 'only' | 'toggle' | 'range';

/** Picking by a click or key: alone, added, or all from the last one. */
export function pick(
  now: Picking,
  id: ObjectId,
  how: PickHow,
  rows: readonly ObjectId[] | Int32Array,
): Picking {
  if (how === 'toggle') {
    const picked = new Set(now.picked);
    if (!picked.delete(id)) picked.add(id);
    return { picked, active: id, anchor: id };
  }
  const anchor = now.anchor;
  if (how === 'range' && anchor !== null) {
    const [from, to] = [rows.indexOf(anchor), rows.indexOf(id)];
    if (from >= 0 && to >= 0) {
      const range = rows.slice(Math.min(from, to), Math.max(from, to) + 1);
      return { picked: new Set(from <= to ? range : range.reverse()), active: id, anchor };
    }
  }
  return { picked: new Set([id]), active: id, anchor: id };
}

/** All of these; the last is the active one. */
export function pickMany(ids: Iterable<ObjectId>): Picking {
  const picked = new Set(ids);
  const active = [...picked].at(-1) ?? null;
  return { picked, active, anchor: active };
}

/** The row the arrow keys lead to, or null at the end. */
export function stepRow(
  rows: readonly ObjectId[] | Int32Array,
  active: ObjectId | null,
  by: number,
): ObjectId | null {
  if (!rows.length) return null;
  const at = active === null ? -1 : rows.indexOf(active);
  if (at < 0) return rows[by > 0 ? 0 : rows.length - 1]!;
  return rows[Math.max(0, Math.min(rows.length - 1, at + by))]!;
}

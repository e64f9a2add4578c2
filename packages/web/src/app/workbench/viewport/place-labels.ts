import type { ObjectId } from '@renquil/core/scene';

/** A name to be written beside an object; pixels. */
export interface Label {
  readonly id: ObjectId;
  readonly text: string;
  /** Pixels from the top left of the view. */
  readonly x: number;
  readonly y: number;
  /** 0 at the eye, 1 at the far end; nearer ones go before. */
  readonly depth: number;
  /** Picked or about to change: goes before everything else. */
  readonly first: boolean;
}
/** Pixels of a label's line, and of one character of it. */
const [high, wide, padding] = [18, 7, 12];

/** The labels that can stand without lying on one another: those that come first, then the nearest, as far as they find room. */
export function placeLabels(wanted: readonly Label[], width: number, height: number, most = 250): Label[] {
  const kept: Label[] = [];
  const rows = new Map<number, { from: number; to: number }[]>();
  const order = [...wanted].sort(
    (a, b) => Number(b.first) - Number(a.first) || a.depth - b.depth || a.id - b.id,
  );
  for (const label of order) {
    if (kept.length >= most) break;
    if (label.x < 0 || label.y < 0 || label.x > width || label.y > height || label.depth > 1) continue;
    const half = (label.text.length * wide + padding) / 2;
    const [from, to] = [label.x - half, label.x + half];
    const row = Math.floor(label.y / high);
    const near = [row - 1, row, row + 1].flatMap((at) => rows.get(at) ?? []);
    if (near.some((other) => from < other.to && other.from < to)) continue;
    const here = rows.get(row);
    if (here) here.push({ from, to });
    else rows.set(row, [{ from, to }]);
    kept.push(label);
  }
  return kept;
}

import type { Json, Kind, ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** One value, or one stretch of numbers, and how many objects hold it. */
export interface SpreadBar {
  readonly says: string;
  readonly count: number;
}
/** A key of attributes: who has it, with which values. */
export interface AttributeSpread {
  readonly key: string;
  readonly objects: readonly ObjectId[];
  readonly byKind: ReadonlyMap<Kind, number>;
  /** Different values. */
  readonly values: number;
  /** Least, middle and most, when every value is a number. */
  readonly numbers: { readonly min: number; readonly median: number; readonly max: number } | null;
  /** At most twelve: the commonest values, or even stretches of the numbers. */
  readonly bars: readonly SpreadBar[];
}
const most = 12;

/** How the values of an attribute are spread over the objects that hold it. */
export function attributeSpread(scene: Scene, key: string): AttributeSpread {
  const objects: ObjectId[] = [];
  const byKind = new Map<Kind, number>();
  const counts = new Map<string, number>();
  const held: Json[] = [];
  for (const { id, kind, attributes } of scene.walk()) {
    if (!Object.hasOwn(attributes, key)) continue;
    const value = attributes[key]!;
    objects.push(id);
    held.push(value);
    byKind.set(kind, (byKind.get(kind) ?? 0) + 1);
    const says = typeof value === 'string' ? value : JSON.stringify(value);
    counts.set(says, (counts.get(says) ?? 0) + 1);
  }
  const sorted = held.every((value) => typeof value === 'number') ? [...held].sort((a, b) => a - b) : [];
  const numbers = sorted.length
    ? { min: sorted[0]!, median: sorted[sorted.length >> 1]!, max: sorted.at(-1)! }
    : null;
  const bars = numbers && counts.size > most ? stretches(sorted) : commonest(counts, numbers !== null);
  return { key, objects, byKind, values: counts.size, numbers, bars };
}

function commonest(counts: ReadonlyMap<string, number>, numeric: boolean): SpreadBar[] {
  const all = [...counts].sort((a, b) => b[1] - a[1]);
  const shown = all.slice(0, all.length > most ? most - 1 : most).map(([says, count]) => ({ says, count }));
  if (numeric) shown.sort((a, b) => Number(a.says) - Number(b.says));
  const rest = all.slice(shown.length).reduce((sum, [, count]) => sum + count, 0);
  return rest ? [...shown, { says: 'others', count: rest }] : shown;
}

/** Ten stretches of one width from the least to the most. */
function stretches(sorted: readonly number[]): SpreadBar[] {
  const [min, max] = [sorted[0]!, sorted.at(-1)!];
  const width = (max - min) / 10;
  const counts = new Array<number>(10).fill(0);
  for (const n of sorted) counts[Math.min(9, Math.floor((n - min) / width))]!++;
  const short = (n: number): string => String(Number(n.toPrecision(3)));
  return counts.map((count, i) => ({
    says: `${short(min + i * width)} to ${short(min + (i + 1) * width)}`,
    count,
  }));
}

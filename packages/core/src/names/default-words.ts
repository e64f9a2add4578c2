import { memoizeByVersion } from '../scene/memoize-by-version.js';
import type { Scene } from '../scene/scene.js';
import { isDefaultName } from './default-names.js';

/** So many objects have a word and a number, and look so unlike each other, when the word says nothing of them. */
const [leastObjects, unlikeShare] = [3, 0.7];
const numbered = /^([A-Za-z]+)[ _.-]?\d+$/;

/**
 * Words that stand with nothing but a number on shapes unlike each other: whatever made them counted what it made. In
 * lower case; remembered until a name changes.
 */
const defaultWords = memoizeByVersion(
  (scene: Scene) => scene.namesVersion,
  (scene): ReadonlySet<string> => {
    const looks = new Map<string, { readonly seen: Set<string>; count: number }>();
    for (const { name, shape } of scene.walk()) {
      const word = shape === null ? undefined : numbered.exec(name)?.[1]?.toLowerCase();
      if (word === undefined) continue;
      let known = looks.get(word);
      if (!known) looks.set(word, (known = { seen: new Set(), count: 0 }));
      known.count++;
      known.seen.add(lookOf(scene, shape!));
    }
    return new Set(
      [...looks]
        .filter(
          ([, { seen, count }]) =>
            count >= leastObjects && seen.size >= leastObjects && seen.size >= count * unlikeShare,
        )
        .map(([word]) => word),
    );
  },
);

/** What a shape looks like, roughly: its sides by halves, from the shortest, and its faces by doublings. */
function lookOf(scene: Scene, shape: number): string {
  const { faces, bounds } = scene.shapes[shape]!;
  const sides = bounds
    ? [0, 1, 2].map((k) => Math.round(Math.log2(Math.max(1e-4, bounds.max[k]! - bounds.min[k]!)) * 2)).sort()
    : [];
  return `${Math.round(Math.log2(faces + 1))} ${sides.join(' ')}`;
}

/** Whether a name says nothing of what its object is, by itself or by what else bears its word. */
export function saysNothing(scene: Scene, name: string): boolean {
  if (isDefaultName(name)) return true;
  const word = numbered.exec(name)?.[1];
  return word !== undefined && defaultWords(scene).has(word.toLowerCase());
}

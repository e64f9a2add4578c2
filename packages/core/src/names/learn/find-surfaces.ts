import { isDigits } from '../slots/slot-number.js';
import type { Support, Use } from './word-uses.js';

/** Words of names that go with materials. */
export interface SurfaceWords {
  /** Surface word -> the words its materials share. */
  readonly words: ReadonlyMap<string, string>;
  readonly support: ReadonlyMap<string, Support>;
}
/** How much of its names a word must hold for, and times it must be seen. */
const [most, few] = [0.85, 3];

/**
 * Words that go with a material whatever the object is: on two things and more, bound to what says the same or always
 * the same, behind what the thing is called.
 */
export function findSurfaces(
  uses: ReadonlyMap<string, readonly Use[]>,
  taken: ReadonlySet<string>,
): SurfaceWords {
  const words = new Map<string, string>();
  const support = new Map<string, Support>();
  for (const [word, list] of uses) {
    if (taken.has(word) || word.length < 2) continue;
    const bound = list.filter(({ sample }) => sample.materials.length);
    if (bound.length < 2 || !bound.every(({ at }) => at > 0)) continue;
    const low = word.toLowerCase();
    const says = bound.filter(({ sample }) =>
      sample.materials.some(
        (material) => material.split(' ').includes(low) || material.replaceAll(' ', '') === low,
      ),
    );
    const things = new Set(bound.map(thingBefore));
    if (says.length >= bound.length * most) {
      words.set(word, word);
      support.set(`surface ${word}`, [says.length, bound.length]);
      continue;
    }
    const first = new Map<string, number>();
    for (const { sample } of bound)
      first.set(sample.materials[0]!, (first.get(sample.materials[0]!) ?? 0) + 1);
    const top = [...first].sort((a, b) => b[1] - a[1])[0]!;
    if (things.size >= 3 && top[1] >= bound.length * most && bound.length >= few) {
      words.set(word, top[0]);
      support.set(`surface ${word}`, [top[1], bound.length]);
    }
  }
  if (!words.size) return byColumn(uses, taken);
  // A slot of surfaces stands on most of what has a material; a word here and there is part of what a thing is called.
  const bound = new Set(
    [...uses.values()]
      .flat()
      .filter(({ sample }) => sample.materials.length)
      .map(({ sample }) => sample),
  );
  const told = new Set([...words.keys()].flatMap((word) => uses.get(word)!.map(({ sample }) => sample)));
  return told.size * 2 >= bound.size ? { words, support } : { words: new Map(), support };
}

/** The word before one, numbers left out. */
function thingBefore({ sample: { pieces }, at }: Use): string {
  for (let i = at - 1; i >= 0; i--) if (!isDigits(pieces[i]!.text)) return pieces[i]!.text;
  return '';
}

/** Where no material says it: a few words again and again right behind the number, on things that have a material. */
function byColumn(uses: ReadonlyMap<string, readonly Use[]>, taken: ReadonlySet<string>): SurfaceWords {
  const support = new Map<string, Support>();
  let all = 0;
  for (const [word, list] of uses) {
    const behind = list.filter(
      ({ sample, at }) => sample.materials.length && at > 0 && isDigits(sample.pieces[at - 1]!.text),
    );
    if (taken.has(word) || word.length < 2 || behind.length * 2 < list.length || behind.length < 2) continue;
    support.set(`surface ${word}`, [behind.length, list.length]);
    all += behind.length;
  }
  const words = [...support.keys()].map((key) => key.slice('surface '.length));
  if (!words.length || words.length * 3 > all) return { words: new Map(), support: new Map() };
  return { words: new Map(words.map((word) => [word, word])), support };
}

import type { Kind } from '../../scene/scene-object.js';
import { opposite, spokenSense, type Sense } from '../slots/senses.js';
import type { Sample } from './samples.js';

/** What the closed lists of the names are: each word with what it means. */
export interface WordRoles {
  readonly types: ReadonlyMap<string, Kind>;
  readonly sides: ReadonlyMap<string, Sense>;
  readonly places: ReadonlyMap<string, Sense>;
  /** Surface word -> the word its materials share. */
  readonly surfaces: ReadonlyMap<string, string>;
  /** Samples that bear each out. */
  readonly support: ReadonlyMap<string, readonly [holds: number, asked: number]>;
}

/** How much of its samples a rule must hold for, and how many samples it takes. */
const most = 0.85;
const few = 3;

/** Reads the closed lists out of the names: type words against kinds, side words against positions, surfaces against materials. */
export function findWordRoles(samples: readonly Sample[]): WordRoles {
  const support = new Map<string, readonly [number, number]>();
  const types = findTypes(samples, support);
  const uses = usesOf(samples, types);
  const sides = findPointing(uses, ['left', 'right', 'centre'], (sample) => sample.side, support);
  // A word for the middle alone makes no side: the middle finger is no centre.
  if (![...sides.values()].some((sense) => sense !== 'centre')) sides.clear();
  const places = findPointing(
    uses,
    ['front', 'back', 'top', 'under', 'inner', 'outer'],
    (sample) => sample.depth,
    support,
    sides,
  );
  const surfaces = findSurfaces(uses, new Set([...sides.keys(), ...places.keys()]), support);
  return { types, sides, places, surfaces, support };
}

interface Use {
  readonly sample: Sample;
  /** Place of the word among the pieces. */
  readonly at: number;
}

/** The last word of the names of a kind, when nearly all have it and hardly any other kind does. */
function findTypes(
  samples: readonly Sample[],
  support: Map<string, readonly [number, number]>,
): Map<string, Kind> {
  const byKind = new Map<Kind, Map<string, number>>();
  const totals = new Map<string, number>();
  for (const { kind, pieces } of samples) {
    const last = pieces.at(-1)!;
    if (pieces.length < 2 || last.digits || !last.word) continue;
    const words = byKind.get(kind) ?? new Map<string, number>();
    words.set(last.word, (words.get(last.word) ?? 0) + 1);
    byKind.set(kind, words);
    totals.set(last.word, (totals.get(last.word) ?? 0) + 1);
  }
  const types = new Map<string, Kind>();
  for (const [kind, words] of byKind) {
    const asked = [...words.values()].reduce((a, b) => a + b, 0);
    const top = [...words].sort((a, b) => b[1] - a[1])[0];
    if (!top || top[1] < asked * 0.7 || top[1] < totals.get(top[0])! * most) continue;
    // One object of a kind proves nothing, unless other kinds show that names here end in their type.
    types.set(top[0], kind);
    support.set(`type ${top[0]}`, [top[1], asked]);
  }
  return types.size > 1 || [...types.keys()].some((word) => totals.get(word)! >= few)
    ? types
    : new Map<string, Kind>();
}

function usesOf(samples: readonly Sample[], types: ReadonlyMap<string, Kind>): Map<string, Use[]> {
  const uses = new Map<string, Use[]>();
  for (const sample of samples) {
    sample.pieces.forEach(({ word, digits }, at) => {
      if (!word || digits || (at === sample.pieces.length - 1 && types.has(word))) return;
      if (sample.pieces.length < 2) return;
      const list = uses.get(word);
      if (list) list.push({ sample, at });
      else uses.set(word, [{ sample, at }]);
    });
  }
  return uses;
}

/**
 * Words that point: short or known ones that stand where objects lie on one side. Left and right prove each other; the
 * word for the middle and the heights are taken by what they are commonly called.
 */
function findPointing(
  uses: ReadonlyMap<string, readonly Use[]>,
  wanted: readonly Sense[],
  seatOf: (sample: Sample) => Sense | null,
  support: Map<string, readonly [number, number]>,
  taken: ReadonlyMap<string, Sense> = new Map(),
): Map<string, Sense> {
  const found = new Map<string, Sense>();
  const unproved = new Set<string>();
  for (const [word, list] of uses) {
    if (taken.has(word) || list.length < 2 || word.length > 8) continue;
    const spoken = spokenSense(word) ?? (word.length === 1 ? letterSense(word, wanted) : null);
    const seated = new Map<Sense, number>();
    let asked = 0;
    for (const { sample } of list) {
      const seat = seatOf(sample);
      if (seat === null) continue;
      asked++;
      seated.set(seat, (seated.get(seat) ?? 0) + 1);
    }
    const top = [...seated].sort((a, b) => b[1] - a[1])[0];
    const bySeat = top && asked >= few && top[1] >= asked * most && wanted.includes(top[0]) ? top[0] : null;
    const known = spoken !== null && wanted.includes(spoken) ? spoken : null;
    // An unknown word must be short to point: many an honest noun stands on one side only.
    const sense =
      known && (!bySeat || bySeat === known || opposite[known] === undefined)
        ? known
        : known
          ? null
          : word.length <= 3 && bySeat !== 'centre'
            ? bySeat
            : null;
    if (!sense) continue;
    found.set(word, sense);
    if (!known) unproved.add(word);
    support.set(`points ${word}`, bySeat === sense ? [top![1], asked] : [list.length, list.length]);
  }
  // A word nobody knows points only where another points the other way: a fingertip that sits right is no side.
  const senses = new Set(found.values());
  for (const word of unproved) {
    const other = opposite[found.get(word)!];
    if (other && !senses.has(other)) found.delete(word);
  }
  return found;
}
function letterSense(letter: string, wanted: readonly Sense[]): Sense | null {
  const low = letter.toLowerCase();
  const by: Readonly<Record<string, Sense>> = {
    l: 'left',
    r: 'right',
    c: 'centre',
    m: 'centre',
    f: 'front',
    b: 'back',
    t: 'top',
    u: 'under',
  };
  const sense = by[low];
  return sense && wanted.includes(sense) ? sense : null;
}

/** Words that go with a material whatever the object is: on two things and more, bound to what says the same or always the same. */
function findSurfaces(
  uses: ReadonlyMap<string, readonly Use[]>,
  taken: ReadonlySet<string>,
  support: Map<string, readonly [number, number]>,
): Map<string, string> {
  const found = new Map<string, string>();
  for (const [word, list] of uses) {
    if (taken.has(word) || word.length < 2) continue;
    const bound = list.filter(({ sample }) => sample.materials.length);
    if (bound.length < 2) continue;
    const low = word.toLowerCase();
    const says = bound.filter(({ sample }) =>
      sample.materials.some((material) => material.split(' ').includes(low)),
    );
    if (says.length >= bound.length * most) {
      found.set(word, word);
      support.set(`surface ${word}`, [says.length, bound.length]);
      continue;
    }
    const first = new Map<string, number>();
    for (const { sample } of bound)
      first.set(sample.materials[0]!, (first.get(sample.materials[0]!) ?? 0) + 1);
    const top = [...first].sort((a, b) => b[1] - a[1])[0]!;
    const things = new Set(bound.map(({ sample, at }) => sample.pieces[at - 1]?.word ?? ''));
    const after = bound.every(({ at }) => at > 0);
    if (after && things.size >= 3 && top[1] >= bound.length * most && bound.length >= few) {
      found.set(word, top[0]);
      support.set(`surface ${word}`, [top[1], bound.length]);
    }
  }
  return found.size ? found : byColumn(uses, taken, support);
}

/** Where no material says it: a few words again and again right behind the number, on things that have a material. */
function byColumn(
  uses: ReadonlyMap<string, readonly Use[]>,
  taken: ReadonlySet<string>,
  support: Map<string, readonly [number, number]>,
): Map<string, string> {
  const column = new Map<string, readonly [number, number]>();
  let all = 0;
  for (const [word, list] of uses) {
    const behind = list.filter(
      ({ sample, at }) => sample.materials.length && at > 0 && sample.pieces[at - 1]!.digits,
    );
    if (taken.has(word) || behind.length * 2 < list.length || !behind.length) continue;
    column.set(word, [behind.length, list.length]);
    all += behind.length;
  }
  if (!column.size || column.size * 3 > all) return new Map();
  for (const [word, counted] of column) support.set(`surface ${word}`, counted);
  return new Map([...column.keys()].map((word) => [word, word]));
}

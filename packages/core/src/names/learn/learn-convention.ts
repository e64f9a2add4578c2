import { hashStart, mix } from '../../scene/row-table.js';
import { RenquilError } from '../../errors.js';
import { framesOf } from '../../frames/frames-of.js';
import { kinds, type Kind } from '../../scene/scene-object.js';
import { CompiledConvention } from '../slots/compiled-convention.js';
import { defineConvention, type Convention, type PatternPart, type SlotRule } from '../slots/convention.js';
import { readName } from '../slots/read-name.js';
import { findCounting } from './find-counting.js';
import { findHelpers } from './find-helpers.js';
import { findPattern } from './find-pattern.js';
import { findPlaces, findSides } from './find-pointing.js';
import { findSurfaces } from './find-surfaces.js';
import { findTypes } from './find-types.js';
import { layName, type Roles } from './lay-names.js';
import type { LearnedConvention, LearnedGuess } from './learned.js';
import { makeSamples, type LearnFrom, type Sample } from './samples.js';
import { slotRules, strangeKinds, strangeSlot } from './slot-rules.js';
import { splitJoined } from './split-joined.js';
import { findStyle, type Style } from './style.js';
import { usesOf, type Support } from './word-uses.js';

/** What is learned must accept so much of what it was learned from; else the slot that fits worst is given up. */
const enough = 0.985;
/** Names that a choice between slots is tried on. */
const enoughToTry = 5000;
/** The share of all names that must come to fit for a slot to be given up: names gone wrong take no slot with them. */
const worthOfSlot = 0.01;
/** Outliers that are named. */
const mostOutliers = 50;
/** Slots that can be given up, their words taken for what the thing is. */
const givable = ['variant', 'letters', 'place', 'surface', 'version', 'centre', 'side', 'type'] as const;
/** `more`: words may stand in two places. It is no slot, but may be allowed in the same way. */
type Givable = (typeof givable)[number] | 'more';

/**
 * Reads a convention out of names that are as they should be: what stands between slots, which words stand for sides,
 * places, surfaces and types, how numbers are written, and the order of the slots for every kind. Each guess says how many
 * names bear it out. Where slots cannot be told apart so that nearly all names fit, there are fewer of them. Throws
 * convention-invalid when there are no names to learn from.
 */
export function learnConvention(from: readonly LearnFrom[], name = 'Learned'): LearnedConvention {
  const names = from
    .flatMap(({ scene, objects }) => objects.map((id) => scene.get(id).name))
    .filter((text) => text !== '');
  if (!names.length)
    throw new RenquilError('convention-invalid', { detail: 'there are no names to learn from' });
  const style = findStyle(names);
  const samples = splitJoined(makeSamples(from, style));
  const helpers = findHelpers(samples, style.separator);
  const facing = facingOf(from);
  // Which slots hold is found on some of very many names: mixed, as every fiftieth may be the first of each asset.
  const each = Math.ceil(samples.length / enoughToTry);
  const some =
    each > 1 ? samples.filter((_, i) => (mix(mix(hashStart, i), i >> 8) >>> 4) % each === 0) : samples;
  const plainOf = (list: readonly Sample[]): Sample[] =>
    list.filter((sample) => !helpers.prefixes.some((prefix) => sample.name.startsWith(prefix)));
  const make = (without: ReadonlySet<Givable>, of = some): Attempt =>
    attempt({ name, style, helpers, facing }, of, plainOf(of), without);
  const chosen = choose(make, some.length);
  return finish(some === samples ? make(chosen) : make(chosen, samples), samples, style);
}

/** Which slots to give up: none that does not make more names fit by what a slot is worth. */
function choose(make: (without: ReadonlySet<Givable>) => Attempt, names: number): ReadonlySet<Givable> {
  const worth = ({ fits }: Attempt, given: number): number => fits - given * names * worthOfSlot;
  const without = new Set<Givable>();
  let now = make(without);
  let best: { readonly without: ReadonlySet<Givable>; readonly worth: number } = {
    without: new Set(),
    worth: worth(now, 0),
  };
  const take = (given: ReadonlySet<Givable>, made: Attempt): void => {
    const its = worth(made, given.size);
    if (its > best.worth) best = { without: new Set(given), worth: its };
  };
  while (now.fits < names * enough) {
    let next: { readonly give: Givable; readonly made: Attempt } | null = null;
    for (const give of givable) {
      if (without.has(give) || !now.has.has(give)) continue;
      const made = make(new Set([...without, give]));
      if (!next || made.fits > next.made.fits) next = { give, made };
    }
    // One given up for nothing may still free the next.
    if (!next || next.made.fits < now.fits) break;
    without.add(next.give);
    now = next.made;
    take(without, now);
  }
  if (now.fits < names * enough)
    for (const given of [best.without, without]) {
      const more = new Set<Givable>([...given, 'more']);
      take(more, make(more));
    }
  return best.without;
}

interface Attempt {
  readonly convention: Convention;
  readonly guesses: readonly LearnedGuess[];
  readonly fits: number;
  readonly outliers: readonly string[];
  /** Slots that could be given up. */
  readonly has: ReadonlySet<Givable>;
}

/** What all attempts have in common. */
interface Attempted {
  readonly name: string;
  readonly style: Style;
  readonly helpers: ReturnType<typeof findHelpers>;
  readonly facing: Pick<Convention, 'facing'>;
}
/** @param plain those of the samples that are no helpers */
function attempt(
  { name, style, helpers, facing }: Attempted,
  samples: readonly Sample[],
  plain: readonly Sample[],
  without: ReadonlySet<Givable>,
): Attempt {
  const guesses: LearnedGuess[] = [];
  const { roles, support } = findRoles(plain, without);
  const laid = plain.map((sample) => layName(sample, roles));
  const clean = laid.filter((one) => one.clean);
  const learning = { roles, style, support, guesses };
  const slots = slotRules(clean.length ? clean : laid, learning);
  const strange = strangeKinds(clean.length ? clean : laid);
  const patterns: Partial<Record<Kind, PatternPart[]>> = {};
  for (const kind of kinds) {
    const of = laid.filter(({ sample }) => sample.kind === kind);
    const pattern = of.length ? findPattern(kind, of, learning) : null;
    const known = pattern
      ?.map((part) => (part.slot === 'what' && strange.has(kind) ? { ...part, slot: strangeSlot } : part))
      .filter(({ slot }) => slots[slot]);
    if (known?.length) patterns[kind] = known;
  }
  if (helpers.prefixes.length && !patterns.helper)
    patterns.helper = [{ slot: 'what' }, { slot: 'number', optional: true }];
  if (patterns.helper && !slots['number']) slots['number'] = { digits: 3, start: 1 };
  if (patterns.helper && !slots['what']) slots['what'] = {};
  const convention = defineConvention({
    renquil: 'convention/1',
    name,
    separator: style.separator,
    ...(style.humps ? { humps: style.humps } : {}),
    ...facing,
    slots: inOrder(slots, Object.values(patterns)),
    patterns,
    helpers: { prefixes: helpers.prefixes },
  });
  const compiled = new CompiledConvention(convention);
  const outliers: string[] = [];
  let fits = 0;
  for (const sample of samples)
    if (compiled.pattern(sample.kind) && readName(compiled, sample.kind, sample.name).fits) fits++;
    else outliers.push(sample.name);
  const stands: readonly (readonly [Givable, boolean])[] = [
    ['type', roles.types.size > 0],
    ['side', roles.sides.size > 0],
    ['centre', [...roles.sides.values()].includes('centre')],
    ['place', roles.places.size > 0],
    ['surface', roles.surfaces.size > 0],
    ['variant', roles.counting.variants.size > 0],
    ['letters', roles.counting.letters !== null],
    ['version', roles.counting.version !== null],
  ];
  const has = new Set(stands.filter(([, is]) => is).map(([give]) => give));
  return { convention, guesses: [...guesses, ...helpers.guesses], fits, outliers, has };
}

function findRoles(
  samples: readonly Sample[],
  without: ReadonlySet<Givable>,
): { readonly roles: Roles; readonly support: ReadonlyMap<string, Support> } {
  const uses = usesOf(samples);
  const types = without.has('type')
    ? { kinds: new Map<string, Kind>(), support: new Map<string, Support>() }
    : findTypes(samples);
  const taken = new Set(types.kinds.keys());
  const sides = findSides(samples, uses, taken);
  const pointing = new Map(without.has('side') ? [] : sides.senses);
  if (without.has('centre'))
    for (const [word, sense] of pointing) if (sense === 'centre') pointing.delete(word);
  for (const word of pointing.keys()) taken.add(word);
  const places = findPlaces(uses, taken);
  const placed = without.has('place') ? new Map() : places.senses;
  for (const word of placed.keys()) taken.add(word as string);
  const counting = findCounting(samples, uses, taken);
  const surfaces = findSurfaces(uses, new Set([...taken, ...counting.variants]));
  const roles: Roles = {
    types: types.kinds,
    sides: pointing,
    places: placed as Roles['places'],
    surfaces: without.has('surface') ? new Map() : surfaces.words,
    counting: {
      letters: without.has('letters') ? null : counting.letters,
      variants: without.has('variant') ? new Set() : counting.variants,
      version: without.has('version') ? null : counting.version,
    },
    more: without.has('more'),
  };
  return {
    roles,
    support: new Map([...types.support, ...sides.support, ...places.support, ...surfaces.support]),
  };
}

function finish(best: Attempt, samples: readonly Sample[], style: Style): LearnedConvention {
  const { convention, fits, outliers } = best;
  const guesses: LearnedGuess[] = [
    {
      about: 'separator',
      of: '',
      says: style.humps
        ? 'capitals part the slots'
        : style.separator
          ? `"${style.separator}" stands between the slots`
          : 'nothing stands between the slots',
      holds: style.holds,
      asked: style.asked,
    },
    ...best.guesses,
  ];
  if (convention.facing)
    guesses.push({ about: 'facing', of: '', says: `assets face ${convention.facing}`, holds: 1, asked: 1 });
  if (outliers.length)
    guesses.push({
      about: 'outliers',
      of: '',
      says: `written otherwise: ${outliers.slice(0, 5).join(', ')}${outliers.length > 5 ? ` and ${outliers.length - 5} more` : ''}`,
      holds: outliers.length,
      asked: samples.length,
    });
  return { convention, guesses, fits, names: samples.length, outliers: outliers.slice(0, mostOutliers) };
}

/** The way that all assets face whose names tell; nothing where they differ or tell nothing. */
function facingOf(from: readonly LearnFrom[]): Pick<Convention, 'facing'> {
  const read = new Set(
    from.flatMap(({ scene }) => {
      const { all } = framesOf(scene, null);
      // What stands in no asset counts where there is nothing else.
      return (all.length > 1 ? all.slice(1) : all)
        .filter(({ facingBy }) => facingBy === 'read' || facingBy === 'told')
        .map(({ facing }) => facing);
    }),
  );
  const [facing] = read;
  return read.size === 1 ? { facing: facing! } : {};
}

/** Slots in the order in which they stand in the longest pattern, so that the columns read like the names. */
function inOrder(
  slots: Record<string, SlotRule>,
  patterns: readonly (readonly PatternPart[])[],
): Record<string, SlotRule> {
  const longest = [...patterns].sort((a, b) => b.length - a.length)[0] ?? [];
  const keys = [...new Set([...longest.map((part) => part.slot), ...Object.keys(slots)])].filter(
    (key) => key in slots,
  );
  return Object.fromEntries(keys.map((key) => [key, slots[key]!]));
}

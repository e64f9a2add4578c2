import type { ObjectId, SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { mirrorPartners } from '../sides/mirror-partners.js';
import { sideSeat } from '../sides/seating.js';
import type { CompiledConvention, PatternKey } from '../slots/compiled-convention.js';
import type { SlotRole } from '../slots/convention.js';
import { vocabulary } from '../vocabulary.js';
import type { Asked, GuessContext, GuessRow } from './guess-row.js';
import { guessPlace } from './guess-place.js';
import { guessSide } from './guess-side.js';
import { guessSurface } from './guess-surface.js';
import { guessOther, guessType } from './guess-type.js';
import { guessWhat } from './guess-what.js';
import { Habits } from './habits.js';
import { numberRows } from './number-rows.js';
import { ownWords } from './own-words.js';
import { leastConfidence, type NameProposal, type SlotGuess } from './proposal.js';
import { surfaceReader } from './surface-of.js';

type Guesser = (context: GuessContext, row: GuessRow, asked: Asked) => SlotGuess | null;
/** In this order: what it is settles who the others like it are. */
const guessers: readonly (readonly [SlotRole, Guesser])[] = [
  ['type', guessType],
  ['what', guessWhat],
  ['place', guessPlace],
  ['side', guessSide],
  ['surface', guessSurface],
  ['other', guessOther],
];

/**
 * A name for each object, slot by slot, each slot with how sure it is and why. Consistent as a whole: no two the same, a
 * family numbered once, the two of a mirrored pair alike. A helper keeps its name; a slot of which nothing is known
 * stays open. Changes nothing. `tick` is called every 256 objects.
 */
export function proposeNames(
  scene: Scene,
  convention: CompiledConvention,
  objects: readonly ObjectId[],
  tick?: (done: number) => void,
): NameProposal[] {
  const steps = proposingNames(scene, convention, objects);
  for (;;) {
    const { done, value } = steps.next();
    if (done) return value;
    tick?.(value);
  }
}

/** The same in steps, each with how many objects are done: whoever asks may stop between them. The scene must stay as it is. */
export function* proposingNames(
  scene: Scene,
  convention: CompiledConvention,
  objects: readonly ObjectId[],
): Generator<number, NameProposal[]> {
  const context: GuessContext = {
    scene,
    convention,
    habits: new Habits(scene, convention, surfaceReader(scene, convention)),
    counts: vocabulary(scene),
  };
  yield 0;
  const rows = makeRows(context, objects);
  let done = 0;
  for (const row of rows) {
    for (const [role, guesser] of guessers) {
      for (const part of convention.pattern(row.key)!) {
        const slot = convention.slots.get(part.slot)!;
        if (slot.role !== role) continue;
        const made = guesser(context, row, { slot, part });
        if (made) row.guesses.set(slot.name, made);
      }
    }
    if ((++done & 255) === 0) yield done;
  }
  const targets = new Set(objects);
  const askedOf = (row: GuessRow): Asked | null => {
    const slot = convention.slotFor('number', row.key);
    return slot && { slot, part: convention.pattern(row.key)!.find((part) => part.slot === slot.name)! };
  };
  numberRows(context, rows, askedOf, (row) => baseOf(convention, row), takenNumbers(context, targets));
  return unique(
    scene,
    rows.map((row) => finish(convention, row)),
    targets,
  );
}

function makeRows(context: GuessContext, objects: readonly ObjectId[]): GuessRow[] {
  const { scene, convention, habits } = context;
  const { facing, slack } = convention.source;
  const partners = mirrorPartners(scene, facing);
  const made = new Map<ObjectId, { -readonly [K in keyof GuessRow]: GuessRow[K] }>();
  for (const id of objects) {
    const object = scene.get(id);
    const read = habits.readings.get(id);
    if (!read || read.reading.helper || object.kind === 'helper') continue;
    const lacks = helperLacking(context, object);
    const key = lacks ? 'helper' : read.key;
    const own = ownWords(convention, key, object.name, lacks ? undefined : read.reading);
    const seat = sideSeat(scene, id, facing, slack);
    made.set(id, { object, key, own, seat, partner: null, prefix: lacks, guesses: new Map() });
  }
  for (const row of made.values()) {
    const id = partners.get(row.object.id);
    if (id !== undefined) row.partner = made.get(id) ?? strangerRow(context, id);
  }
  return [...made.values()];
}

/** A thing of the same shape as two helpers and hardly anything else is one, whatever it is called. */
function helperLacking({ convention, habits }: GuessContext, object: SceneObject): GuessRow['prefix'] {
  const found = convention.pattern('helper') && habits.helperByShape(object);
  if (!found) return null;
  return {
    text: found.prefix,
    because: `${found.count} of the same shape are helpers that begin with ${found.prefix}`,
  };
}

/** A partner nobody asked about: it keeps its name, and its name still tells something. */
function strangerRow({ scene, convention, habits }: GuessContext, id: ObjectId): GuessRow | null {
  const read = habits.readings.get(id);
  if (!read) return null;
  const object = scene.get(id);
  const { facing, slack } = convention.source;
  const own = ownWords(convention, read.key, object.name, read.reading);
  return {
    object,
    key: read.key,
    own,
    seat: sideSeat(scene, id, facing, slack),
    partner: null,
    prefix: null,
    guesses: new Map(),
  };
}

/** All slots but the number; null while one that must be there is open. */
function baseOf(convention: CompiledConvention, row: GuessRow): string | null {
  const joined = joinSlots(convention, row.key, (slot) =>
    convention.slots.get(slot)!.role === 'number' ? '#' : sureText(row.guesses.get(slot)),
  );
  return joined && (row.prefix?.text ?? '') + joined;
}
function sureText(guess: SlotGuess | undefined): string | undefined {
  return guess && guess.confidence >= leastConfidence ? guess.text : undefined;
}

/** A name put together from its slots; null when one that must be there has no text. */
export function joinSlots(
  convention: CompiledConvention,
  key: PatternKey,
  textOf: (slot: string) => string | undefined,
): string | null {
  let name = '';
  for (const { slot, optional, glued } of convention.pattern(key) ?? []) {
    const text = textOf(slot);
    if (!text) {
      if (!optional) return null;
      continue;
    }
    name += (name && !glued ? convention.source.separator : '') + text;
  }
  return name;
}

/** Numbers that names outside the proposal hold, by what stands around them. */
function takenNumbers(
  { scene, convention, habits }: GuessContext,
  targets: ReadonlySet<ObjectId>,
): Map<string, Set<number>> {
  const taken = new Map<string, Set<number>>();
  const add = (base: string, value: number): void => {
    const known = taken.get(base);
    if (known) known.add(value);
    else taken.set(base, new Set([value]));
  };
  for (const [id, { key, reading }] of habits.readings) {
    if (reading.helper && reading.fits) {
      const slot = convention.slotFor('number', 'helper');
      const span = slot && reading.slots.get(slot.name);
      const { name } = scene.get(id);
      if (span) add(`${name.slice(0, span.start)}#${name.slice(span.end)}`, Number(span.text));
      continue;
    }
    if (targets.has(id) || !reading.fits) continue;
    const number = convention.slotFor('number', key);
    const text = number && reading.slots.get(number.name)?.text;
    if (!number) continue;
    const base = joinSlots(convention, key, (slot) =>
      slot === number.name ? '#' : (reading.slots.get(slot)?.text ?? ''),
    );
    if (base === null) continue;
    // One without a number stands where the first would.
    add(base, text ? Number(text) : (number.rule.start ?? 1));
  }
  return taken;
}

function finish(convention: CompiledConvention, row: GuessRow): NameProposal {
  const parts = convention.pattern(row.key)!;
  const guesses = parts.map(({ slot }) => row.guesses.get(slot)).filter((guess) => guess !== undefined);
  const open = parts
    .filter(({ slot, optional }) => !optional && !sureText(row.guesses.get(slot)))
    .map(({ slot }) => slot)
    // A number hangs on all the others: it is not what is missing.
    .filter((slot, _, all) => all.length === 1 || convention.slots.get(slot)!.role !== 'number');
  const joined = joinSlots(convention, row.key, (slot) => sureText(row.guesses.get(slot)));
  const after = open.length || joined === null ? null : (row.prefix?.text ?? '') + joined;
  const confidence = open.length
    ? 0
    : Math.min(row.prefix ? 0.85 : 1, ...guesses.map((guess) => guess.confidence));
  const { prefix } = row;
  return {
    object: row.object.id,
    before: row.object.name,
    after,
    confidence,
    guesses,
    open,
    ...(prefix ? { prefix } : {}),
  };
}

/** A pattern without a number cannot tell two of a name apart: the later one stays open. */
function unique(
  scene: Scene,
  proposals: readonly NameProposal[],
  targets: ReadonlySet<ObjectId>,
): NameProposal[] {
  const given = new Map<string, ObjectId>();
  // A name that is right already goes before one that would come to it.
  for (const { object, before, after } of proposals) if (before === after) given.set(after, object);
  return proposals.map((one) => {
    if (one.after === null) return one;
    const holder = given.get(one.after);
    const outside = [...scene.withName(one.after)].some((id) => !targets.has(id));
    if ((holder === undefined || holder === one.object) && !outside) {
      given.set(one.after, one.object);
      return one;
    }
    return { ...one, after: null, confidence: 0, open: ['number'] };
  });
}

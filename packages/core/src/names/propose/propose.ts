import { sure } from './confidence.js';
import { namedHere } from '../../scene/held.js';
import type { ObjectId, SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { turnedTo, type Frame } from '../../frames/frame.js';
import { treeOrder } from '../../frames/tree-order.js';
import { framesOf } from '../../frames/frames-of.js';
import { mirrorPartners } from '../sides/mirror-partners.js';
import { sideSeat } from '../sides/seating.js';
import type { CompiledConvention, PatternKey } from '../slots/compiled-convention.js';
import type { CompiledSlot } from '../slots/compiled-slot.js';
import { joinTexts } from '../slots/join-slots.js';
import { slotText } from '../slots/read-name.js';
import { readNumber } from '../slots/slot-number.js';
import type { SlotRole } from '../slots/convention.js';
import { splitWords } from '../split-words.js';
import { isWellKnown, spokenLexicon } from '../lexicon/speaks-english.js';
import { saysNothing } from '../default-words.js';
import { vocabulary } from '../vocabulary.js';
import type { Asked, GuessContext, GuessRow } from './guess-row.js';
import { guessPlace } from './guess-place.js';
import { guessSide } from './guess-side.js';
import { guessSurface } from './guess-surface.js';
import { guessOther, guessType } from './guess-type.js';
import { guessWhat, rarest } from './guess-what.js';
import { Habits } from './habits.js';
import type { KnownElsewhere } from './known-elsewhere.js';
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
  ['version', guessOther],
  ['variant', guessOther],
  ['other', guessOther],
];

/** What is known of names besides the scene and its convention. */
export interface GuessedBy {
  readonly faultOf: FaultOf;
  /** What the other scenes of the project say. */
  readonly known?: KnownElsewhere | undefined;
}

/**
 * A name for each object, slot by slot, each slot with how sure it is and why. Consistent as a whole: no two the same, a
 * family numbered once, the two of a mirrored pair alike. A name that fits and that nothing is wrong with stays as it is,
 * whatever could be guessed; a helper keeps its name, and so does what is taken over from elsewhere; a slot of which nothing is known stays open. The order in which
 * objects are given changes nothing, nor does this change anything. In steps, each with how many objects are done: whoever
 * asks may stop between them. The scene must stay as it is.
 */
export function* guessNames(
  scene: Scene,
  convention: CompiledConvention,
  objects: readonly ObjectId[],
  { faultOf, known }: GuessedBy,
): Generator<number, NameProposal[]> {
  const context: GuessContext = {
    scene,
    convention,
    habits: new Habits(scene, convention, surfaceReader(scene, convention)),
    counts: vocabulary(scene),
    known,
  };
  yield 0;
  const { at } = treeOrder(scene);
  const rows = makeRows(
    context,
    [...namedHere(scene, objects)].sort((a, b) => at[a]! - at[b]!),
    faultOf,
  );
  let done = 0;
  for (const row of rows) {
    for (const [role, guesser] of guessers) {
      for (const part of convention.pattern(row.key)!) {
        const slot = convention.slots.get(part.slot)!;
        if (slot.role !== role) continue;
        const made = guesser(context, row, { slot, part });
        const guess = row.keeps ? asItIs(context, row, slot, made) : made;
        if (guess) row.guesses.set(slot.name, guess);
      }
    }
    if ((++done & 255) === 0) yield done;
  }
  const targets = new Set(objects);
  const askedOf = (row: GuessRow): Asked | null => {
    const slot = convention.slotFor('number', row.key);
    return slot && { slot, part: convention.pattern(row.key)!.find((part) => part.slot === slot.name)! };
  };
  const base = (row: GuessRow): string | null => baseOf(convention, row);
  numberRows(context, rows, { askedOf, base, taken: takenNumbers(context, targets) });
  return unique(
    scene,
    rows.map((row) => finish(convention, row)),
    targets,
  );
}

/** A slot of a name that stays: its own text, as sure as what else could be guessed is not. */
function asItIs(context: GuessContext, row: GuessRow, slot: CompiledSlot, made: SlotGuess | null): SlotGuess {
  const text = row.own.words.get(slot.name)?.text ?? '';
  const because = text
    ? `its name says "${text}", and nothing speaks against it`
    : 'its name fits without one';
  const own = { slot: slot.name, text, reason: 'own', because, alternatives: [] } as const;
  if (made && made.text !== text) {
    const { text: other, because: why } = made;
    const confidence = Math.max(leastConfidence, Math.min(sure.name.odd, 1 - made.confidence));
    return { ...own, confidence, alternatives: [{ text: other, because: why }] };
  }
  if (!text && made) return { ...own, confidence: made.confidence };
  // A word that nothing else is called may be a slip that no check can know.
  const isOdd =
    slot.role === 'what' &&
    ((!isUsed(context, text) && !isSaid(context, text)) || context.habits.writtenAs(text) !== null);
  return {
    ...own,
    confidence: isOdd ? sure.name.odd : Math.max(sure.name.rightAlready, made?.confidence ?? 0),
  };
}

/** Whether something is wrong with a name: nothing, only that another should match it or has it too, or something of its own. */
export type Fault = 'none' | 'pair' | 'shared' | 'own';
type FaultOf = (id: ObjectId) => Fault;

/** Whether a name that fits stays. Where two do not go together, the one that has something else wrong gives way. */
function mayKeep(
  context: GuessContext,
  { id, partner }: { readonly id: ObjectId; readonly partner: ObjectId | undefined },
  faultOf: FaultOf,
  keepers: Map<string, ObjectId>,
): boolean {
  const fault = faultOf(id);
  const { scene, habits, counts } = context;
  const { name } = scene.get(id);
  if (fault === 'none') return !saysNothing(scene, name);
  if (fault === 'own') return false;
  if (fault === 'shared') {
    // Of several alike, those with a fault of their own give way, then all but the first; found once for a name.
    let first = keepers.get(name);
    if (first === undefined) {
      first = Infinity;
      for (const one of scene.withName(name)) if (one < first && faultOf(one) !== 'own') first = one;
      keepers.set(name, first);
    }
    return first === id;
  }
  if (partner === undefined) return true;
  const other = habits.readings.get(partner);
  if (!other?.reading.fits || faultOf(partner) === 'own') return true;
  // Both fit, and are the same but for a slot that one does not fill: that is what is wrong.
  const lacks = lacksSlot(context, id, partner);
  if (lacks !== null) return !lacks;
  // Else the one whose words are rarer is the odd one.
  return rarest(counts, name) > rarest(counts, scene.get(partner).name);
}

/**
 * Of two names that fit and differ in their side and number at most, but for slots that one of them does not fill: whether
 * it is this one; null: both or neither lack something, or they differ otherwise.
 */
function lacksSlot({ convention, habits }: GuessContext, id: ObjectId, partner: ObjectId): boolean | null {
  const [one, other] = [habits.readings.get(id)!, habits.readings.get(partner)!];
  if (one.key !== other.key) return null;
  let [own, theirs] = [false, false];
  for (const { slot } of convention.pattern(one.key)!) {
    const { role } = convention.slots.get(slot)!;
    const [a, b] = [slotText(one.reading, slot), slotText(other.reading, slot)];
    if (role === 'number') continue;
    if (!a && b) own = true;
    else if (a && !b) theirs = true;
    else if (a !== b && role !== 'side') return null;
  }
  return own === theirs ? null : own;
}

/** Whether every word of a text stands in other names too. */
function isUsed({ counts }: GuessContext, text: string): boolean {
  return splitWords(text).every((word) => (counts.get(word.text.toLowerCase()) ?? 0) > 1);
}

/** Whether every word of a text is a well-known one of the language its scene speaks. */
function isSaid({ scene }: GuessContext, text: string): boolean {
  const lexicon = spokenLexicon(scene);
  return lexicon !== null && splitWords(text).every((word) => isWellKnown(lexicon, word.text));
}

function makeRows(context: GuessContext, objects: readonly ObjectId[], faultOf: FaultOf): GuessRow[] {
  const { scene, convention, habits } = context;
  const { slack } = convention.source;
  const frames = framesOf(scene, convention);
  const partners = mirrorPartners(scene, convention);
  const empty = (name: string): boolean => saysNothing(scene, name);
  const keepers = new Map<string, ObjectId>();
  const made = new Map<ObjectId, { -readonly [K in keyof GuessRow]: GuessRow[K] }>();
  for (const id of objects) {
    const object = scene.get(id);
    const read = habits.readings.get(id);
    if (!read || read.reading.helper || object.kind === 'helper') continue;
    const lacks = helperLacking(context, object);
    const key = lacks ? 'helper' : read.key;
    const own = ownWords(convention, key, object.name, {
      reading: lacks ? undefined : read.reading,
      isEmpty: empty,
    });
    const frame = frameOf(context, frames.of(id));
    const seat = sideSeat(scene, id, frame, slack);
    const keeps = own.fits && !lacks && mayKeep(context, { id, partner: partners.get(id) }, faultOf, keepers);
    made.set(id, { object, key, own, keeps, frame, seat, partner: null, prefix: lacks, guesses: new Map() });
  }
  for (const row of made.values()) {
    const id = partners.get(row.object.id);
    if (id !== undefined) row.partner = made.get(id) ?? strangerRow(context, id);
  }
  return [...made.values()];
}

/** Of an asset that nothing speaks for, the other scenes of its project may tell which way it faces. */
function frameOf({ known }: GuessContext, frame: Frame): Frame {
  const told = known?.facing;
  if (!told || frame.facingBy !== 'assumed') return frame;
  return turnedTo(frame, told.facing, told.sure ? 'elsewhere' : 'assumed');
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
function strangerRow(context: GuessContext, id: ObjectId): GuessRow | null {
  const { scene, convention, habits } = context;
  const read = habits.readings.get(id);
  if (!read) return null;
  const object = scene.get(id);
  const { slack } = convention.source;
  const own = ownWords(convention, read.key, object.name, {
    reading: read.reading,
    isEmpty: (name) => saysNothing(scene, name),
  });
  const frame = frameOf(context, framesOf(scene, convention).of(id));
  return {
    object,
    key: read.key,
    own,
    keeps: true,
    frame,
    seat: sideSeat(scene, id, frame, slack),
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
function joinSlots(
  convention: CompiledConvention,
  key: PatternKey,
  textOf: (slot: string) => string | undefined,
): string | null {
  for (const { slot, optional } of convention.pattern(key) ?? []) if (!optional && !textOf(slot)) return null;
  return joinTexts(convention, key, textOf);
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
      const value = span && readNumber(slot.rule, span.text);
      if (span && value !== null) add(`${name.slice(0, span.start)}#${name.slice(span.end)}`, value!);
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
    add(base, (text ? readNumber(number.rule, text) : null) ?? number.rule.start ?? 1);
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
    : Math.min(row.prefix ? sure.name.prefix : 1, ...guesses.map((guess) => guess.confidence));
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

import { sure } from './confidence.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { resolveClashes, type ResolvedNames } from '../recipe/resolve-clashes.js';
import type { CompiledConvention } from '../slots/compiled-convention.js';
import { readName, slotText } from '../slots/read-name.js';
import { writeNumber } from '../slots/slot-number.js';
import { withSlot } from '../recipe/set-slot.js';
import { leastConfidence, type NameProposal, type Reason, type SlotGuess } from './proposal.js';

/** Which of the proposed names a person would take. */
export interface TakeChoices {
  /** Names that are less sure are not taken, 0 to 1. */
  readonly least: number;
  /** Slots and reasons that are not taken. */
  readonly withoutSlots: ReadonlySet<string>;
  readonly withoutReasons: ReadonlySet<Reason>;
  /** Rows that a person decided on, whatever the rest says. */
  readonly decided: ReadonlyMap<ObjectId, boolean>;
  /** Another text for a slot, chosen by a person. */
  readonly chosen: ReadonlyMap<ObjectId, ReadonlyMap<string, string>>;
  /** What a person put into slots wherever they are open. */
  readonly filled?: ReadonlyMap<string, string>;
}
/** How many names are in which state. */
export interface ProposalCounts {
  /** Right already, not to be named, taken, and what is left. */
  readonly fit: number;
  readonly open: number;
  readonly takes: number;
  readonly unsure: number;
}
/** What taking proposals would do, and what stays open. */
export interface TakenNames extends ResolvedNames {
  readonly counts: ProposalCounts;
  /** How many names rest on each reason, the most first. */
  readonly reasons: readonly (readonly [Reason, number])[];
  /** Slots that are open, and in how many names, whatever was put into them; the most first. */
  readonly openSlots: readonly (readonly [slot: string, names: number])[];
  /** What is not taken though it would change: short, and in a sentence; equal ones are one object. */
  readonly unsure: ReadonlyMap<ObjectId, Doubt>;
}
/** Why a proposal was not taken. */
export interface Doubt {
  readonly verdict: string;
  readonly because: string;
}

/** What taking proposals by these choices would do; clashes take the next free number. */
export function takeProposals(
  scene: Scene,
  convention: CompiledConvention,
  made: readonly NameProposal[],
  choices: TakeChoices,
): TakenNames {
  const wanted = new Map<ObjectId, string>();
  /** Put together with what a person gave: their numbers are the next ones, which is no clash. */
  const counted = new Set<ObjectId>();
  const reasons = new Map<Reason, number>();
  const openSlots = new Map<string, number>();
  let [fit, open] = [0, 0];
  for (const one of made) {
    if (one.after === one.before) fit++;
    else for (const reason of changingReasons(one)) reasons.set(reason, (reasons.get(reason) ?? 0) + 1);
    if (one.after === null && nameProposed(scene, convention, one, choices) === null) open++;
    for (const slot of one.open) openSlots.set(slot, (openSlots.get(slot) ?? 0) + 1);
    if (!scene.find(one.object) || !takesProposal(scene, convention, one, choices)) continue;
    const name = nameProposed(scene, convention, one, choices);
    if (name === null || name === scene.get(one.object).name) continue;
    wanted.set(one.object, name);
    if (one.after === null) counted.add(one.object);
  }
  numberFamilies(scene, convention, wanted, counted);
  const resolved = resolveClashes(scene, wanted, 'number-on', convention);
  const unsure = new Map<ObjectId, Doubt>();
  const doubts = new Doubts(convention);
  for (const one of made)
    if (one.after !== one.before && !resolved.names.has(one.object) && scene.find(one.object))
      unsure.set(one.object, doubts.of(nameProposed(scene, convention, one, choices), one, choices));
  const takes = resolved.names.size;
  return {
    ...resolved,
    clashes: resolved.clashes.filter(({ object }) => !counted.has(object)),
    counts: { fit, open, takes, unsure: Math.max(0, made.length - fit - open - takes) },
    reasons: [...reasons].sort((a, b) => b[1] - a[1]),
    openSlots: [...openSlots].sort((a, b) => b[1] - a[1]),
    unsure,
  };
}

/** Where several come to one name that has room for a number, the first of them has its number too. */
function numberFamilies(
  scene: Scene,
  convention: CompiledConvention,
  wanted: Map<ObjectId, string>,
  counted: ReadonlySet<ObjectId>,
): void {
  const times = new Map<string, number>();
  for (const id of counted) times.set(wanted.get(id)!, (times.get(wanted.get(id)!) ?? 0) + 1);
  for (const id of counted) {
    const name = wanted.get(id)!;
    if (times.get(name)! < 2) continue;
    const key = convention.keyOf(scene, scene.get(id));
    const number = convention.slotFor('number', key);
    if (!number || slotText(readName(convention, key, name), number.name)) continue;
    const first = writeNumber(number.rule, number.rule.start ?? 1);
    wanted.set(id, withSlot(convention, key, name, new Map([[number.name, first]])));
  }
}

/** Whether a proposal is taken by the choices that a person made. */
export function takesProposal(
  scene: Scene,
  convention: CompiledConvention,
  one: NameProposal,
  choices: TakeChoices,
): boolean {
  const decided = choices.decided.get(one.object);
  if (decided === false) return false;
  if (nameProposed(scene, convention, one, choices) === null) return false;
  if (decided) return true;
  if (choices.withoutReasons.size)
    for (const reason of changingReasons(one)) if (choices.withoutReasons.has(reason)) return false;
  return sureOf(one, choices) >= choices.least;
}

/** How sure the slots are that would be taken, 0 to 1; a text a person chose is sure. */
function sureOf(one: NameProposal, { chosen, withoutSlots, filled }: TakeChoices): number {
  const own = chosen.get(one.object);
  let least = one.prefix ? sure.name.prefix : 1;
  for (const { slot, confidence } of one.guesses)
    if (!withoutSlots.has(slot) && !own?.has(slot) && !(filled?.get(slot) && one.open.includes(slot)))
      least = Math.min(least, confidence);
  return least;
}

/** The name as it would be taken; null: a slot that must be there is still open. */
export function nameProposed(
  scene: Scene,
  convention: CompiledConvention,
  one: NameProposal,
  { chosen, withoutSlots, filled }: TakeChoices,
): string | null {
  const own = chosen.get(one.object);
  const fills = filled?.size ? one.open.filter((slot) => filled.get(slot)) : [];
  if ((!own && !withoutSlots.size && !fills.length) || one.prefix) return one.after;
  const open = one.open.filter((slot) => !own?.get(slot) && !withoutSlots.has(slot) && !fills.includes(slot));
  if (open.length && !own) return null;
  const texts = new Map<string, string>();
  for (const { slot, text, confidence } of one.guesses)
    if (!withoutSlots.has(slot) && confidence >= leastConfidence) texts.set(slot, text);
  for (const slot of fills) texts.set(slot, filled!.get(slot)!);
  for (const [slot, text] of own ?? []) texts.set(slot, text);
  const key = convention.keyOf(scene, scene.get(one.object));
  // With what was open filled in, the number that hung on it can be given.
  const number = convention.slotFor('number', key);
  if ((own || fills.length) && number && !texts.has(number.name) && !withoutSlots.has(number.name)) {
    if (!convention.pattern(key)!.find((part) => part.slot === number.name)!.optional)
      texts.set(number.name, writeNumber(number.rule, number.rule.start ?? 1));
  }
  return withSlot(convention, key, one.before, texts);
}

/** Few are different: what is said hangs on slots and percents, so that a table of them is small. */
class Doubts {
  readonly #known = new Map<string, Doubt>();
  constructor(readonly convention: CompiledConvention) {}

  of(name: string | null, one: NameProposal, choices: TakeChoices): Doubt {
    if (name === null) {
      const open = one.open.join(', ');
      const lacks = `othing says what goes into ${open}. Choose or type it.`;
      const what = one.guesses.find(
        ({ slot, text }) => text && this.convention.slots.get(slot)?.role === 'what',
      );
      return what
        ? this.#say(`${what.text}, open: ${open}`, `It would be ${what.text}: ${what.because}; n${lacks}`)
        : this.#say(`open: ${open}`, `N${lacks}`);
    }
    if (choices.decided.get(one.object) === false) return this.#say('left out', 'You left it out.');
    const own = choices.chosen.get(one.object);
    let weakest: SlotGuess | null = null;
    for (const guess of one.guesses)
      if (!choices.withoutSlots.has(guess.slot) && !own?.has(guess.slot))
        if (!weakest || guess.confidence < weakest.confidence) weakest = guess;
    const sure = `A name is proposed and ${Math.round(sureOf(one, choices) * 100)} % sure`;
    return weakest
      ? this.#say(
          `not sure: ${weakest.slot}`,
          `${sure}; least sure is its ${weakest.slot}. Go to the row to see why.`,
        )
      : this.#say('not sure', `${sure}.`);
  }
  #say(verdict: string, because: string): Doubt {
    const key = `${verdict}\n${because}`;
    let doubt = this.#known.get(key);
    if (!doubt) this.#known.set(key, (doubt = { verdict, because }));
    return doubt;
  }
}

/** Reasons of guesses that do not only say what the name says already. */
function changingReasons(one: NameProposal): Set<Reason> {
  const found = new Set<Reason>();
  for (const { reason, text } of one.guesses)
    if (reason !== 'own' && reason !== 'kind' && text !== '') found.add(reason);
  return found;
}

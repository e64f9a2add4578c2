import { RenquilError } from '../../errors.js';
import { ownWords, type OwnWord } from '../propose/own-words.js';
import type { CompiledConvention, PatternKey } from '../slots/compiled-convention.js';
import type { PatternPart } from '../slots/convention.js';
import { joinTexts } from '../slots/join-slots.js';
import { writeWords } from '../slots/slot-words.js';
import type { StepBase, StepDefinition } from './step-definition.js';

/** One slot of names filled with a text. */
export interface SetSlotStep extends StepBase {
  readonly step: 'set-slot';
  readonly slot: string;
  /** The text; empty: the slot is left out. */
  readonly to: string;
}

/** Puts a text into one slot, the others as they read. A name that does not fit is put together from its best reading. */
export const setSlot: StepDefinition<SetSlotStep> = {
  step: 'set-slot',
  run(step, rows, scene, { convention }) {
    if (!convention.slots.has(step.slot))
      throw new RenquilError('recipe-invalid', { detail: `the convention has no slot "${step.slot}"` });
    return rows.map(({ object, name }) =>
      withSlot(convention, convention.keyOf(scene, object), name, new Map([[step.slot, step.to]])),
    );
  },
};

/**
 * A name with some of its slots changed, read as well as it can be; slots that its pattern does not have are ignored.
 * A slot that must be there, is missing and can be one word only (the type of a kind) gets it with the first other slot
 * that is given; others that are missing stay so, and a name is put right slot by slot. The only word of a name, taken for
 * a spelling of the slot that is changed (`window` for glass), is what the thing is called.
 */
export function withSlot(
  convention: CompiledConvention,
  key: PatternKey,
  name: string,
  changes: ReadonlyMap<string, string>,
): string {
  const prefix = convention.helperPrefix(name);
  const asKey = prefix ? 'helper' : key;
  const pattern = convention.pattern(asKey);
  if (!pattern?.some(({ slot }) => changes.has(slot))) return name;
  const { words, reading } = ownWords(convention, asKey, name);
  const kept = overwritten(convention, asKey, words, changes);
  const gives = [...changes.values()].some((text) => text !== '');
  const now = (slot: string): string =>
    changes.get(slot) ??
    (slot === kept?.slot ? kept.text : undefined) ??
    words.get(slot)?.wanted ??
    (reading.fits ? (reading.slots.get(slot)?.text ?? '') : '');
  const parts = new Map(pattern.map((part) => [part.slot, part] as const));
  const joined = joinTexts(
    convention,
    asKey,
    (slot) => now(slot) || (gives && !changes.has(slot) ? soleWord(convention, parts.get(slot)!) : ''),
  );
  return joined ? (prefix ?? '') + joined : name;
}

/** The word of a part that must be there and takes no other; empty: there is a choice. */
function soleWord(convention: CompiledConvention, { slot, only, optional }: PatternPart): string {
  const words = only ?? [...convention.slots.get(slot)!.words];
  return words.length === 1 && !optional ? words[0]! : '';
}

function overwritten(
  convention: CompiledConvention,
  key: PatternKey,
  words: ReadonlyMap<string, OwnWord>,
  changes: ReadonlyMap<string, string>,
): { readonly slot: string; readonly text: string } | null {
  const what = convention.slotFor('what', key);
  if (!what || words.has(what.name) || changes.has(what.name)) return null;
  for (const slot of changes.keys()) {
    const word = words.get(slot);
    const points = convention.slots.get(slot)?.senses.size;
    if (word?.how === 'spelling' && !points && word.text.length > 3)
      return { slot: what.name, text: writeWords([word.text], what.rule) };
  }
  return null;
}

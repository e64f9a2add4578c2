import type { SlotRole, SlotRule } from './convention.js';
import type { Sense } from './senses.js';

/** A slot with its look-ups. */
export interface CompiledSlot {
  readonly name: string;
  readonly rule: SlotRule;
  readonly words: ReadonlySet<string>;
  /** Lower-case spelling (and lower-case word) -> the word. */
  readonly spelled: ReadonlyMap<string, string>;
  readonly role: SlotRole;
  /** Word -> which way it points. */
  readonly senses: ReadonlyMap<string, Sense>;
  /** Word -> the word that points the other way. */
  readonly opposites: ReadonlyMap<string, string>;
}

/** The listed word that a text is, also by one of its spellings. */
export function listedWord({ words, spelled }: CompiledSlot, text: string): string | undefined {
  return words.has(text) ? text : spelled.get(text.toLowerCase());
}

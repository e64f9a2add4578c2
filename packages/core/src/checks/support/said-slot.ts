import { listedWord, type CompiledSlot } from '../../names/slots/compiled-slot.js';
import type { SlotRole } from '../../names/slots/convention.js';
import { slotText } from '../../names/slots/read-name.js';
import type { SlotSpan } from '../../names/slots/slot-span.js';
import type { SceneObject } from '../../scene/scene-object.js';
import { readingOf, type CheckContext } from '../check.js';

/** What a name says in the slot of a role. */
export interface Said {
  readonly slot: CompiledSlot;
  /** The listed word, also where one of its spellings stands. */
  readonly word: string;
  /** Whether the whole name fits; else it is the best reading. */
  readonly fits: boolean;
}

/** What an object's name says of its side, place or surface; null: nothing, or it is a helper. */
export function saidIn(context: CheckContext, object: SceneObject, role: SlotRole): Said | null {
  const { scene, convention } = context;
  const key = convention.keyOf(scene, object);
  const slot = convention.slotFor(role, key);
  if (!slot) return null;
  const reading = readingOf(context, key, object.name);
  const text = reading.helper ? undefined : slotText(reading, slot.name);
  if (text === undefined) return null;
  const word = listedWord(slot, text);
  return word === undefined ? null : { slot, word, fits: reading.fits };
}

/** A name with another text where a slot stands. */
export const putAt = (name: string, { start, end }: SlotSpan, text: string): string =>
  name.slice(0, start) + text + name.slice(end);

import { sideSeat } from '../../names/sides/seating.js';
import { otherWord } from '../../names/sides/swap-sides.js';
import { slotText } from '../../names/slots/read-name.js';
import { metres } from '../../names/propose/guess-row.js';
import { defineCheck, readingOf } from '../check.js';
import { renameTo } from '../support/rename-to.js';

/** The name says left, and the object sits on the right; nothing is said of what reaches over the middle. */
export const sidePosition = defineCheck({
  id: 'side-position',
  family: 'names',
  title: 'Side against position',
  severity: 'warning',
  reach: 'scene',
  heeds: ['transform', 'move', 'set', 'insert', 'remove'],
  source: 'glTF 2.0 section 3.4: front +Z, so left is +X; the facing of the convention',
  messages: {
    other: {
      short: 'sits {{where}}',
      because: '"{{name}}" says {{said}}, but all of it sits {{metres}} to the {{where}} of the middle.',
    },
    centre: {
      short: 'sits in the middle',
      because: '"{{name}}" says {{said}}, but its middle is on the mirror plane.',
    },
  },
  evaluate(object, context) {
    const { scene, convention } = context;
    const key = convention.keyOf(scene, object);
    const slot = convention.slotFor('side', key);
    const reading = slot && readingOf(context, key, object.name);
    const text = reading && !reading.helper ? slotText(reading, slot.name) : undefined;
    const word =
      text === undefined ? undefined : slot!.words.has(text) ? text : slot!.spelled.get(text.toLowerCase());
    const sense = word === undefined ? undefined : slot!.senses.get(word);
    if (sense !== 'left' && sense !== 'right') return null;
    const { facing, slack } = convention.source;
    const seat = sideSeat(scene, object.id, facing, slack);
    if (seat.sense === sense || !seat.clear) return null;
    const data = { name: object.name, said: sense, where: seat.sense, metres: metres(seat.metres) };
    if (seat.sense !== 'centre') return { message: 'other', data, slot: slot!.name };
    // Only what has a shape in the middle sits there; a joint or a group may turn from there.
    return object.shape === null ? null : { message: 'centre', data, slot: slot!.name };
  },
  fix(object, context) {
    const { scene, convention } = context;
    const key = convention.keyOf(scene, object);
    const slot = convention.slotFor('side', key)!;
    const reading = readingOf(context, key, object.name);
    const span = reading.slots.get(slot.name);
    const { facing, slack } = convention.source;
    const word = span && reading.fits ? otherWord(slot, span.text) : null;
    if (!word || sideSeat(scene, object.id, facing, slack).sense === 'centre') return null;
    return renameTo(scene, object, object.name.slice(0, span!.start) + word + object.name.slice(span!.end));
  },
});

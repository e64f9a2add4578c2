import { depthSeat } from '../../names/sides/seating.js';
import { slotText } from '../../names/slots/read-name.js';
import { metres } from '../../names/propose/guess-row.js';
import { defineCheck, readingOf } from '../check.js';

/** The name says front, and all of the object is behind the middle of the asset. Heights are not judged: they hang on the eye. */
export const placePosition = defineCheck({
  id: 'place-position',
  family: 'names',
  title: 'Place against position',
  severity: 'warning',
  reach: 'scene',
  heeds: ['transform', 'move', 'set', 'insert', 'remove'],
  source: 'the facing of the convention',
  messages: {
    other: {
      short: 'sits {{where}}',
      because: '"{{name}}" says {{said}}, but all of it sits {{metres}} to the {{where}} of the middle.',
    },
  },
  evaluate(object, context) {
    const { scene, convention } = context;
    const key = convention.keyOf(scene, object);
    const slot = convention.slotFor('place', key);
    const reading = slot && readingOf(context, key, object.name);
    const text = reading?.fits && !reading.helper ? slotText(reading, slot!.name) : undefined;
    const sense = text === undefined ? undefined : slot!.senses.get(text);
    if (sense !== 'front' && sense !== 'back') return null;
    const { facing, slack } = convention.source;
    const seat = depthSeat(scene, object.id, facing, slack);
    if (seat.sense === sense || seat.sense === 'centre' || !seat.clear) return null;
    const data = { name: object.name, said: sense, where: seat.sense, metres: metres(seat.metres) };
    return { message: 'other', data, slot: slot!.name };
  },
});

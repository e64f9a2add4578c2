import { sideSeat } from '../../names/sides/seating.js';
import { otherWord } from '../../names/sides/swap-sides.js';
import { knowsMiddle } from '../../frames/frame.js';
import { framesOf } from '../../frames/frames-of.js';
import { metres } from '../../names/propose/guess-row.js';
import { defineCheck, readingOf } from '../check.js';
import { putAt, saidIn } from '../support/said-slot.js';
import { renameTo } from '../support/rename-to.js';

/** The name says left, and the object sits on the right; nothing is said of what reaches over the middle. */
export const sidePosition = defineCheck({
  id: 'side-position',
  family: 'names',
  title: 'Side against position',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['transform', 'move', 'set shape', 'set bake', 'insert', 'remove', 'frames'],
  // Where it stands in its asset is its own affair.
  afterPlaces: () => [],
  source:
    'glTF 2.0 section 3.4: front +Z, so left is +X, unless the asset was told or its names say otherwise',
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
    const said = saidIn(context, object, 'side');
    const sense = said?.slot.senses.get(said.word);
    if (sense !== 'left' && sense !== 'right') return null;
    const { scene, convention } = context;
    const { slack } = convention.source;
    const frame = framesOf(scene, convention).of(object.id);
    if (!knowsMiddle(frame, frame.side)) return null;
    const seat = sideSeat(scene, object.id, frame, slack);
    if (seat.sense === sense || !seat.clear) return null;
    const data = { name: object.name, said: sense, where: seat.sense, metres: metres(seat.metres) };
    if (seat.sense !== 'centre') return { message: 'other', data, slot: said!.slot.name };
    // Only what has a shape in the middle sits there; a joint or a group may turn from there.
    return object.shape === null ? null : { message: 'centre', data, slot: said!.slot.name };
  },
  fix(object, context) {
    const { scene, convention } = context;
    const key = convention.keyOf(scene, object);
    const slot = convention.slotFor('side', key)!;
    const reading = readingOf(context, key, object.name);
    const span = reading.slots.get(slot.name);
    const { slack } = convention.source;
    const word = span && reading.fits ? otherWord(slot, span.text) : null;
    if (
      !word ||
      sideSeat(scene, object.id, framesOf(scene, convention).of(object.id), slack).sense === 'centre'
    )
      return null;
    return renameTo(scene, object, putAt(object.name, span!, word), convention);
  },
});

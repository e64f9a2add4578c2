import { depthSeat } from '../../names/sides/seating.js';
import { knowsMiddle } from '../../frames/frame.js';
import { framesOf } from '../../frames/frames-of.js';
import { metres } from '../../names/propose/guess-row.js';
import { defineCheck } from '../check.js';
import { saidIn } from '../support/said-slot.js';

/** The name says front, and all of the object is behind the middle of the asset. Heights are not judged: they hang on the eye. */
export const placePosition = defineCheck({
  id: 'place-position',
  family: 'names',
  title: 'Place against position',
  severity: 'warning',
  scope: 'scene',
  triggeredBy: ['transform', 'move', 'set shape', 'set bake', 'insert', 'remove', 'frames'],
  // Where it stands in its asset is its own affair.
  afterPlaces: () => [],
  source: 'glTF 2.0 section 3.4: front +Z, unless the asset was told or its names say otherwise',
  messages: {
    other: {
      short: 'sits {{where}}',
      because: '"{{name}}" says {{said}}, but all of it sits {{metres}} to the {{where}} of the middle.',
    },
  },
  evaluate(object, context) {
    const said = saidIn(context, object, 'place');
    const sense = said?.fits ? said.slot.senses.get(said.word) : undefined;
    if (sense !== 'front' && sense !== 'back') return null;
    const { scene, convention } = context;
    const { slack } = convention.source;
    const frame = framesOf(scene, convention).of(object.id);
    if (!knowsMiddle(frame, frame.depth)) return null;
    const seat = depthSeat(scene, object.id, frame, slack);
    if (seat.sense === sense || seat.sense === 'centre' || !seat.clear) return null;
    const data = { name: object.name, said: sense, where: seat.sense, metres: metres(seat.metres) };
    return { message: 'other', data, slot: said!.slot.name };
  },
});

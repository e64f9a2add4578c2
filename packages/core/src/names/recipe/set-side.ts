import { framesOf } from '../../frames/frames-of.js';
import { depthSeat, heightSeat, sideSeat, type Seat } from '../sides/seating.js';
import type { CompiledSlot } from '../slots/compiled-slot.js';
import { wordPointing } from '../slots/senses.js';
import { withSlot } from './set-slot.js';
import type { StepBase, StepDefinition } from './step-definition.js';

/** Side or place set by where an object sits in its asset. */
export interface SetSideStep extends StepBase {
  readonly step: 'set-side';
  readonly side: boolean;
  /** The place too: front or back, else top or under, as the convention's words go. */
  readonly place: boolean;
  /** Metres from the plane that still count as the middle; left out: as the convention has it. */
  readonly slack?: number;
  /** What the middle is called: its word, or nothing. */
  readonly middle: 'word' | 'nothing' | 'keep';
}

/** Side and place from where the object sits, seen from the asset. What its pattern has no slot for is left alone. */
export const setSide: StepDefinition<SetSideStep> = {
  step: 'set-side',
  run: (step, rows, scene, { convention }) =>
    rows.map(({ object, name }) => {
      const key = convention.keyOf(scene, object);
      const slack = step.slack ?? convention.source.slack;
      const frame = framesOf(scene, convention).of(object.id);
      const changes = new Map<string, string>();
      const put = (slot: CompiledSlot | null, seat: Seat): void => {
        if (!slot) return;
        if (seat.sense === 'centre' && step.middle === 'keep') return;
        const word = wordPointing(slot.senses, seat.sense);
        if (seat.sense === 'centre') changes.set(slot.name, step.middle === 'word' ? (word ?? '') : '');
        else if (word !== null) changes.set(slot.name, word);
      };
      if (step.side) put(convention.slotFor('side', key), sideSeat(scene, object.id, frame, slack));
      if (step.place) {
        const slot = convention.slotFor('place', key);
        const ways = new Set(slot?.senses.values());
        const along = ways.has('front') || ways.has('back');
        put(slot, along ? depthSeat(scene, object.id, frame, slack) : heightSeat(scene, object.id, slack));
      }
      return changes.size ? withSlot(convention, key, name, changes) : name;
    }),
};

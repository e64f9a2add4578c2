import type { TakenNames } from '@renquil/core/names/propose';
import { packTaken, showTaken, takenBuffers } from './packed-taken';

describe('what taking proposals would do, packed', () => {
  const doubt = { verdict: 'not sure: side', because: 'it is 60 % sure' };
  const taken: TakenNames = {
    names: new Map([
      [9, 'a'],
      [2, 'b'],
    ]),
    clashes: [{ object: 2, wanted: 'a', with: 9, way: 'number-on' }],
    counts: { fit: 1, open: 2, takes: 2, unsure: 1 },
    reasons: [['place', 2]],
    openSlots: [['surface', 2]],
    unsure: new Map([
      [4, doubt],
      [7, { verdict: 'left out', because: 'You left it out.' }],
      [5, doubt],
    ]),
  };
  it('is the same on the other side, and says each doubt once', () => {
    const packed = packTaken(taken);
    expect(packed.table).toHaveSize(2);
    const shown = showTaken(structuredClone(packed, { transfer: takenBuffers(packed) }));
    expect([...shown.names]).toEqual([...taken.names]);
    expect([shown.clashes, shown.counts, shown.reasons, shown.openSlots]).toEqual([
      taken.clashes,
      taken.counts,
      taken.reasons,
      taken.openSlots,
    ]);
    for (const id of [1, 2, 4, 5, 7, 9, 99]) expect(shown.unsure.get(id)).toEqual(taken.unsure.get(id));
    expect(packed.said.length).withContext('handed over, not copied').toBe(0);
  });
});

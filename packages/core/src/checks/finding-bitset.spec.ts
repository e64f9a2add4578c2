import fc from 'fast-check';
import { FindingBitset } from './finding-bitset.js';

describe('what is found, as bits', () => {
  it('is what a set of pairs would hold', () => {
    const step = fc.tuple(fc.constantFrom('put', 'drop', 'dropAll'), fc.nat(90), fc.nat(69));
    fc.assert(
      fc.property(fc.array(step, { maxLength: 200 }), (steps) => {
        const bits = new FindingBitset(70, 5);
        const pairs = new Set<string>();
        for (const [what, id, check] of steps) {
          bits[what](id, check);
          if (what === 'put') pairs.add(`${id} ${check}`);
          else
            for (const pair of [...pairs])
              if (pair === `${id} ${check}` || (what === 'dropAll' && pair.startsWith(`${id} `)))
                pairs.delete(pair);
        }
        for (let id = 0; id <= 90; id++) {
          let any = false;
          for (let check = 0; check < 70; check++) {
            const has = pairs.has(`${id} ${check}`);
            any ||= has;
            expect(bits.has(id, check)).toBe(has);
          }
          expect(bits.any(id)).toBe(any);
        }
        const objects = [...new Set([...pairs].map((pair) => Number(pair.split(' ')[0])))];
        expect([...bits.objects()]).toEqual(objects.sort((a, b) => a - b));
      }),
      { numRuns: 60 },
    );
  });
});

import fc from 'fast-check';
import { CompiledConvention } from './compiled-convention.js';
import { partsConvention } from './parts.js';
import type { PatternPart, SlotRule } from './convention.js';
import { PieceTest } from './piece-test.js';

/** A rule of each sort, with the expression that says the same. */
const rules: readonly (readonly [title: string, rule: SlotRule, part: Partial<PatternPart>, same: RegExp])[] =
  [
    ['camel', { case: 'camel' }, {}, /^[a-z][A-Za-z0-9]*$/],
    ['lower', { case: 'lower' }, {}, /^[a-z][a-z0-9]*$/],
    ['upper', { case: 'upper' }, {}, /^[A-Z][A-Z0-9]*$/],
    ['any case', {}, {}, /^[A-Za-z][A-Za-z0-9]*$/],
    ['digits', { digits: 3 }, {}, /^[0-9]{3}$/],
    ['a list', { words: [{ word: 'ab' }, { word: 'b1' }, { word: 'A' }] }, {}, /^(?:ab|b1|A)$/],
    ['some of a list', { words: [{ word: 'ab' }, { word: 'A' }] }, { only: ['A'] }, /^A$/],
    [
      'a long list',
      { words: Array.from({ length: 26 }, (_, i) => ({ word: `a${String.fromCharCode(97 + i)}` })) },
      {},
      /^a[a-z]$/,
    ],
  ];

describe('what may stand in a slot', () => {
  for (const [title, rule, part, same] of rules)
    it(`of ${title} is what one expression takes, wherever in a name it stands`, () => {
      const { slots } = new CompiledConvention({ ...partsConvention, slots: { s: rule }, patterns: {} });
      const test = new PieceTest(slots.get('s')!, { slot: 's', ...part });
      const text = fc.string({ unit: fc.constantFrom('a', 'b', 'A', 'Z', '0', '1', '_', 'é', '-') });
      let taken = 0;
      fc.assert(
        fc.property(text, fc.oneof(text, fc.stringMatching(same)), text, (before, piece, after) => {
          const name = before + piece + after;
          const wanted = same.test(piece);
          if (wanted) taken++;
          expect(test.accepts(name, before.length, before.length + piece.length))
            .withContext(JSON.stringify([before, piece, after]))
            .toBe(wanted);
        }),
        { numRuns: 400 },
      );
      expect(taken).toBeGreaterThan(20);
    });
});

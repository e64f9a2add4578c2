import fc from 'fast-check';
import { rigConvention, setDressingConvention } from '../shipped/shipped-conventions.js';
import { CompiledConvention, type PatternKey } from './compiled-convention.js';
import { spansOf } from './fit-almost.js';
import { partsConvention } from './parts.js';
import { readName, slotSpan, slotText } from './read-name.js';

/** Pieces that names of these conventions are made of, and some that only look so. */
const pieces = [
  'L',
  'R',
  'F',
  'B',
  'door',
  'doorA1',
  'door001',
  'a',
  'x12',
  '001',
  '01',
  'oak',
  'geo',
  'grp',
  'jnt',
  'A',
  'lo',
  '',
  'Door',
  'é',
];
const keys: PatternKey[] = ['mesh', 'group', 'joint', 'control', 'light', 'camera'];

describe('laying a pattern', () => {
  for (const convention of [partsConvention, rigConvention, setDressingConvention]) {
    it(`of ${convention.name} is the same as one regular expression of the same pattern, for any name`, () => {
      const compiled = new CompiledConvention(convention);
      const names = fc
        .array(fc.constantFrom(...pieces), { minLength: 1, maxLength: 7 })
        .map((list) => list.join('_'));
      let fitted = 0;
      fc.assert(
        fc.property(fc.constantFrom(...keys), names, (key, name) => {
          const pattern = compiled.compiled(key);
          if (!pattern) return;
          const laid = pattern.fit.fit(name);
          const reading = readName(compiled, key, name);
          expect(reading.fits)
            .withContext(`${key} ${name}`)
            .toBe(laid !== null);
          if (!laid) return;
          fitted++;
          const spans = spansOf(pattern.parts, name, laid);
          expect([...reading.slots.values()])
            .withContext(`${key} ${name}`)
            .toEqual(spans);
          for (const span of spans) {
            expect(slotText(reading, span.slot)).toBe(span.text);
            expect(slotSpan(reading, span.slot)).toEqual(span);
          }
        }),
        { numRuns: 20_000, seed: 7 },
      );
      expect(fitted).withContext('names that fit are among them').toBeGreaterThan(20);
    });
  }
});

import fc from 'fast-check';
import { rigConvention, setDressingConvention } from '../shipped/shipped-conventions.js';
import { CompiledConvention, type PatternKey } from './compiled-convention.js';
import { fitName } from './fit-name.js';
import { partsConvention } from './parts.js';
import { readName } from './read-name.js';

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

describe('a pattern as one expression', () => {
  for (const convention of [partsConvention, rigConvention, setDressingConvention]) {
    it(`of ${convention.name} reads any name as laying its slots does`, () => {
      const compiled = new CompiledConvention(convention);
      const names = fc
        .array(fc.constantFrom(...pieces), { minLength: 1, maxLength: 7 })
        .map((list) => list.join('_'));
      let fitted = 0;
      fc.assert(
        fc.property(fc.constantFrom(...keys), names, (key, name) => {
          const laid = compiled.pattern(key) && fitName(compiled, key, name);
          const quick = compiled.quickFit(key, name);
          expect(quick !== null)
            .withContext(`${key} ${name}`)
            .toBe(laid !== null);
          if (!laid) return;
          fitted++;
          expect([...readName(compiled, key, name).slots.values()])
            .withContext(`${key} ${name}`)
            .toEqual(laid);
        }),
        { numRuns: 20_000, seed: 7 },
      );
      expect(fitted).withContext('names that fit are among them').toBeGreaterThan(20);
    });
  }
});

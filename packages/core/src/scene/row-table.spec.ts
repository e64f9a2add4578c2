import fc from 'fast-check';
import { hashStart, mix, RowTable } from './row-table.js';

describe('rows found by their hash', () => {
  it('are those that a map finds, however many hashes meet', () => {
    fc.assert(
      fc.property(fc.array(fc.integer({ min: 0, max: 40 })), fc.constantFrom(0, 3, -1), (values, mask) => {
        const table = new RowTable(values.length);
        const first = new Map<number, number>();
        values.forEach((value, row) => {
          // A mask of zero makes every hash the same.
          const hash = mix(hashStart, value) & mask;
          const isSame = (held: number): boolean => values[held] === value;
          expect(table.find(hash, isSame)).toBe(first.get(value) ?? -1);
          if (!first.has(value)) first.set(value, row);
          expect(table.claim(hash, row, isSame)).toBe(first.get(value)!);
        });
      }),
    );
  });
});

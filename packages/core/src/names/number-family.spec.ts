import fc from 'fast-check';
import { sceneFromOutline } from '../testing/outline.js';
import { lastNumber, numberOddities } from './number-family.js';

describe('odd numbers in names', () => {
  it('are those that sorting every family by hand finds', () => {
    const name = fc.string({
      unit: fc.constantFrom('a', 'b', '0', '1', '2', '9', '_'),
      minLength: 1,
      maxLength: 6,
    });
    fc.assert(
      fc.property(fc.array(name, { minLength: 1, maxLength: 12 }), (names) => {
        const scene = sceneFromOutline(names.map(() => 'x').join('\n'));
        names.forEach((text, i) => scene.patch(i + 1, { name: text }));
        const odd = numberOddities(scene);
        const families = new Map<string, { id: number; digits: string; value: number }[]>();
        names.forEach((text, i) => {
          const parts = lastNumber(text);
          if (!parts) return;
          const key = `${parts.before}#${parts.after}`;
          const member = { id: i + 1, digits: parts.digits, value: Number(parts.digits) };
          families.set(key, [...(families.get(key) ?? []), member]);
        });
        for (const family of families.values()) {
          const values = [...new Set(family.map(({ value }) => value))].sort((a, b) => a - b);
          for (const { id, digits, value } of family) {
            const holders = family.filter((one) => one.value === value);
            const isFirst = holders[0]!.id === id;
            const other = holders.find((one) => one.digits !== digits);
            const before = values[values.indexOf(value) - 1];
            const isOdd =
              family.length > 1 &&
              (isFirst ? before === undefined || value - before > 1 : other !== undefined);
            expect(odd.has(id))
              .withContext(`${names.join(' ')} at ${id}`)
              .toBe(isOdd);
            if (!isOdd) continue;
            const said = odd.get(id)!;
            expect([said.digits, said.value, said.count]).toEqual([digits, value, family.length]);
            expect(said.repeats).toBe(isFirst ? null : other!.digits);
            expect(said.before?.value).toBe(before);
          }
        }
      }),
      { numRuns: 500 },
    );
  });
});

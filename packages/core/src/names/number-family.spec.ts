import fc from 'fast-check';
import { sceneFromOutline } from '../testing/outline.js';
import { lastNumber, numberFamilies } from './number-family.js';

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
        const odd = numberFamilies(scene).odd;
        const families = new Map<string, { id: number; digits: string; value: number }[]>();
        names.forEach((text, i) => {
          const parts = lastNumber(text);
          if (!parts) return;
          const key = `${parts.before}#${parts.after}`;
          const member = { id: i + 1, digits: parts.digits, value: Number(parts.digits) };
          families.set(key, [...(families.get(key) ?? []), member]);
        });
        let found = 0;
        for (const family of families.values()) {
          family.sort((a, b) => a.value - b.value || a.id - b.id);
          const gaps = family.slice(1).filter(({ value }, i) => value - family[i]!.value > 1).length;
          const repeats = family
            .slice(1)
            .filter(
              ({ value, digits }, i) => value === family[i]!.value && digits !== family[i]!.digits,
            ).length;
          const [first] = family;
          const said = odd.get(first!.id);
          const isOdd = family.length > 1 && (gaps > 0 || repeats > 0 || first!.value > 1);
          expect(said !== undefined)
            .withContext(`${names.join(' ')} at ${first!.id}`)
            .toBe(isOdd);
          if (!said) continue;
          found++;
          expect([said.count, said.gapCount, said.repeatCount]).toEqual([family.length, gaps, repeats]);
          expect(said.first).toEqual({ digits: first!.digits, value: first!.value });
          expect([said.gaps.length, said.repeats.length]).toEqual([Math.min(4, gaps), Math.min(4, repeats)]);
        }
        expect(odd.size).toBe(found);
      }),
      { numRuns: 500 },
    );
  });
});

import fc from 'fast-check';
import { editDistance, nearListed, nearWord } from './near-word.js';

/** Optimal string alignment as its definition has it, by recursion. */
function plain(a: string, b: string): number {
  if (!a || !b) return a.length + b.length;
  const [x, y] = [a.slice(0, -1), b.slice(0, -1)];
  const ways = [plain(x, b) + 1, plain(a, y) + 1, plain(x, y) + (a.at(-1) === b.at(-1) ? 0 : 1)];
  if (a.length > 1 && b.length > 1 && a.at(-1) === b.at(-2) && a.at(-2) === b.at(-1))
    ways.push(plain(x.slice(0, -1), y.slice(0, -1)) + 1);
  return Math.min(...ways);
}

describe('how far words are apart', () => {
  const word = fc.string({ unit: fc.constantFrom('a', 'b', 'c'), maxLength: 6 });
  it('is the optimal string alignment distance, given up beyond what is asked', () => {
    fc.assert(
      fc.property(word, word, fc.nat(4), (a, b, most) => {
        const wanted = plain(a, b);
        expect(editDistance(a, b, most) > most).toBe(wanted > most);
        if (wanted <= most) expect(editDistance(a, b, most)).toBe(wanted);
      }),
      { numRuns: 600 },
    );
  });
  it('is the same both ways, and for words longer than any before', () => {
    const long = 'ab'.repeat(200);
    expect(editDistance(long, `${long.slice(0, 99)}x${long.slice(100)}`)).toBe(1);
    fc.assert(fc.property(word, word, (a, b) => expect(editDistance(a, b, 9)).toBe(editDistance(b, a, 9))));
  });
  it('finds the nearest of a list, one letter off, two in long words, and none of short ones', () => {
    const words = ['enamel', 'steel', 'nylon', 'weatherproof'];
    const near = ['stel', 'enmael', 'nylonn', 'weatherprof', 'wetherprof', 'oka', 'slate'];
    const wanted = ['steel', 'enamel', 'nylon', 'weatherproof', 'weatherproof', null, null];
    expect(near.map((text) => nearWord(text, words))).toEqual(wanted);
    const list = new Set(words);
    expect(near.map((text) => nearListed(text, list))).toEqual(wanted);
    expect(near.map((text) => nearListed(text, list)))
      .withContext('remembered')
      .toEqual(wanted);
  });
});

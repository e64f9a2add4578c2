import fc from 'fast-check';
import picomatch from 'picomatch';
import { compileWildcard } from './wildcard.js';

describe('wildcards', () => {
  // IEEE Std 1003.1-2017, Shell Command Language 2.13.1 and Base Definitions 9.3.5.
  const posix: [string, string, boolean][] = [
    ['a*c', 'abc', true],
    ['a*c', 'ac', true],
    ['a?c', 'ac', false],
    ['[a-z]x', 'qx', true],
    ['[!x]y', 'xy', false],
    ['[!x]y', 'ay', true],
    ['[]-]', ']', true],
    ['[]-]', '-', true],
    ['[[:digit:]]*', '7up', true],
    ['[[:upper:]]_*', 'L_door', true],
    ['[[:upper:]]_*', 'l_door', false],
    ['a[b', 'a[b', true],
    ['\\*', '*', true],
    ['\\*', 'x', false],
    ['*', '', true],
    ['', '', true],
    ['', 'a', false],
    ['L_*', 'L_F_sheave', true],
    ['?', '🐐', true],
  ];
  for (const [pattern, text, wanted] of posix) {
    it(`${pattern} ${wanted ? 'matches' : 'does not match'} ${text}`, () => {
      expect(compileWildcard(pattern)(text)).toBe(wanted);
    });
  }
  it('agree with picomatch on stars, question marks and plain text', () => {
    const piece = fc.constantFrom('a', 'b', '*', '?', '_');
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 8 }), fc.stringMatching(/^[ab_]{1,9}$/), (parts, text) => {
        const pattern = parts.join('');
        if (!pattern) return;
        const options = {
          dot: true,
          nobrace: true,
          noextglob: true,
          noglobstar: true,
          bash: true,
          strictSlashes: true,
        };
        expect(compileWildcard(pattern)(text))
          .withContext(`${pattern} on ${text}`)
          .toBe(picomatch.isMatch(text, pattern, options));
      }),
      { numRuns: 500 },
    );
  });
  it('stay polynomial on hostile input', () => {
    const match = compileWildcard('*a'.repeat(20) + 'b');
    const start = performance.now();
    expect(match('a'.repeat(20_000))).toBeFalse();
    expect(performance.now() - start).toBeLessThan(5_000);
  });
  it('can ignore case', () => expect(compileWildcard('DOOR*', { ignoreCase: true })('door1')).toBeTrue());
});

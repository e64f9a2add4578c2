import fc from 'fast-check';
import { asIdentifier, inLatin } from './as-identifier.js';

describe('a text as an identifier', () => {
  for (const [text, wanted] of [
    ['straße', 'strasse'],
    ['Ørsted', 'Orsted'],
    ['дверь-2', 'dver_2'],
    ['x\u200by', 'xy'],
    ['a\tb', 'a_b'],
    ["it's", 'its'],
    ['2nd door', 'n2nd_door'],
    [' _-_ ', ''],
    ['🐐', ''],
  ] as const)
    it(`${JSON.stringify(text)} is ${JSON.stringify(wanted)}`, () => expect(asIdentifier(text)).toBe(wanted));
  it('keeps what may stand, and joins by what parts words', () => {
    expect(asIdentifier('ring finger-tip.', '_', '-')).toBe('ring_finger-tip');
    expect(asIdentifier('left door', '-', '-')).toBe('left-door');
  });
  it('is one (OpenUSD identifiers), whatever comes in, and stays itself', () =>
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        const made = asIdentifier(text);
        expect(made).toMatch(/^(?:[A-Za-z][A-Za-z0-9_]*)?$/);
        expect(asIdentifier(made)).toBe(made);
        expect(inLatin(text)).not.toMatch(/\p{Cf}/u);
      }),
    ));
});

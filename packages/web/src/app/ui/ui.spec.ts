import { ago } from './ago';
import { bytes } from './bytes';
import { count } from './count';
import { namePieces } from './name-pieces';

describe('small words and numbers', () => {
  it('counts in singular and plural with separators', () =>
    expect([count(1, 'name'), count(1234, 'name'), count(0, 'clash', 'clashes'), count(5)]).toEqual([
      '1 name',
      '1,234 names',
      '0 clashes',
      '5',
    ]));
  it('gives sizes as registries do', () =>
    expect([0, 999, 1000, 12_345, 999_999, 3_100_000, 5e9].map(bytes)).toEqual([
      '0 B',
      '999 B',
      '1.0 kB',
      '12 kB',
      '1.0 MB',
      '3.1 MB',
      '5.0 GB',
    ]));
  it('says how long ago', () => {
    const now = Date.UTC(2026, 10, 25, 12);
    const back = (minutes: number) => ago(new Date(now - minutes * 60_000), now);
    expect([0, 5, 90, 60 * 25, 60 * 24 * 5].map(back)).toEqual([
      'just now',
      '5 min ago',
      '1 h ago',
      'yesterday',
      '5 days ago',
    ]);
  });
});

describe('namePieces', () => {
  const shown = (name: string) =>
    namePieces(name)
      .map(({ text, bad }) => (bad ? `[${text}]` : text))
      .join('');
  for (const [name, wanted] of [
    ['door001', 'door001'],
    ['', ''],
    ['door left', 'door[·]left'],
    ['pulley2 ', 'pulley2[·]'],
    ['a\u0000b\u202ec', 'a[␣]b[␣]c'],
    ['🐐', '[🐐]'],
    ['<b>x</b>', '[<]b[>]x[</]b[>]'],
  ] as const) {
    it(`shows ${JSON.stringify(name)} as ${wanted || 'nothing'}`, () => expect(shown(name)).toBe(wanted));
  }
  it('does not mark what the convention parts words with', () =>
    expect(namePieces('ring-finger.tip', '-')).toEqual([
      { text: 'ring-finger', bad: false },
      { text: '.', bad: true },
      { text: 'tip', bad: false },
    ]));
  it('cuts what no cell can hold', () => expect(shown('x'.repeat(300)).length).toBe(121));
});

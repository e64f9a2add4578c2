import { splitWords } from './split-words.js';
import { naturalCompare } from './natural-order.js';
import * as changeCase from 'change-case';

describe('splitWords', () => {
  const table: [string, string[]][] = [
    ['leftDoor', ['left', 'Door']],
    ['HTTPPort', ['HTTP', 'Port']],
    ['L_F_sheave001_nylon_geo', ['L', 'F', 'sheave', '001', 'nylon', 'geo']],
    ['Pulley_RF2', ['Pulley', 'RF', '2']],
    ['door left', ['door', 'left']],
    ['a.b:c-d|e/f', ['a', 'b', 'c', 'd', 'e', 'f']],
    ['  ', []],
    ['', []],
    ['Tür2Grün', ['Tür', '2', 'Grün']],
  ];
  for (const [name, words] of table) {
    it(`takes ${JSON.stringify(name)} apart`, () =>
      expect(splitWords(name).map((w) => w.text)).toEqual(words));
  }
  it('keeps spans that point back into the name', () => {
    const name = 'ab__Cd12';
    for (const word of splitWords(name)) expect(name.slice(word.start, word.end)).toBe(word.text);
  });
  it('agrees with change-case on words without digits', () => {
    for (const name of ['leftDoor', 'HTTPPort', 'door-left_front', 'ABc', 'fooBAR baz']) {
      expect(
        splitWords(name)
          .map((w) => w.text.toLowerCase())
          .join(' '),
      ).toBe(changeCase.noCase(name));
    }
  });
});

describe('naturalCompare', () => {
  it('orders digits by value', () => {
    expect(['a10', 'a2', 'a1', 'b'].sort(naturalCompare)).toEqual(['a1', 'a2', 'a10', 'b']);
  });
});

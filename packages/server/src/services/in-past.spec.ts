import { inPast } from './in-past.js';

describe('inPast', () => {
  for (const [label, wanted] of [
    ['Rename 8 objects', 'renamed 8 objects'],
    ['Undo: Rename 8 objects', 'undid: Rename 8 objects'],
    ['Fix: a space in name in door left', 'fixed: a space in name in door left'],
    ['Put 3 under hanger_grp', 'put 3 under hanger_grp'],
    ['Something of a script', 'changed: Something of a script'],
    ['', 'changed: '],
  ] as const) {
    it(`says "${wanted}"`, () => expect(inPast(label)).toBe(wanted));
  }
});

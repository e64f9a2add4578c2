import { holdFollowed } from '../testing/hold-followed.js';
import { overlapsIn } from './overlaps.js';

describe('what lies on each other', () => {
  it('is after random edits what it is when looked for anew', () => {
    holdFollowed((scene) => [...overlapsIn(scene).alike].sort(([a], [b]) => a - b), {
      outline: 'a : mesh @1,0,0\ng @1,0,0\n  b : mesh\n  c : mesh\n  h\n    d : mesh\ne : mesh @1,0,0',
    });
  });
});

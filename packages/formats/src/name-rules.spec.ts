import { sceneFromOutline } from '@renquil/core/testing';
import { nameFault, stuckNames } from './name-rules.js';

describe('what formats can hold of names', () => {
  for (const [kind, good, bad] of [
    ['usda', ['a', '_1', 'Größe', '門'], ['', '1a', 'a b', 'a-b', 'a.001']],
    ['usdz', ['a'], ['a b']],
    ['obj', ['a.001', '1', 'a-b'], ['', 'a b', 'a#b', 'a\\', 'default']],
    ['listing', ['', 'a b', '#'], []],
  ] as const)
    it(`${kind}`, () => {
      for (const name of good) expect(nameFault(kind, name)).withContext(name).toBeNull();
      for (const name of bad) expect(nameFault(kind, name)).withContext(name).not.toBeNull();
    });
  it('counts those that do not go back, and says why of the first', () => {
    const scene = sceneFromOutline('a\n  b\n  b\n  c d');
    expect(stuckNames('usda', scene)).toEqual({
      count: 2,
      first: 3,
      because: 'another one in its place has that name',
    });
    expect(stuckNames('listing', scene).count).toBe(0);
    expect(stuckNames('obj', scene)).toEqual(jasmine.objectContaining({ count: 2, first: 3 }));
  });
});

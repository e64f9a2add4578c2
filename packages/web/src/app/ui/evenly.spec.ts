import { evenly } from './evenly';

describe('so many of a list', () => {
  it('are all where there are few, else spread evenly over it', () => {
    expect(evenly([1, 2, 3], 3)).toEqual([1, 2, 3]);
    expect(evenly([0, 1, 2, 3, 4, 5, 6, 7, 8, 9], 4)).toEqual([0, 2, 5, 7]);
    expect(evenly([1, 2], 1)).toEqual([1]);
    expect(new Set(evenly([...Array(1000).keys()], 999)).size).toBe(999);
  });
});

import { NamesById, packNames } from './packed-names';

describe('packed names', () => {
  const names = new Map([
    [7, 'L_door001_steel_geo'],
    [2, ''],
    [900, 'é_grp'],
    [3, 'x'],
  ]);
  const back = new NamesById(packNames(names));
  it('are the map that they were, in its order', () => {
    expect([...back]).toEqual([...names]);
    expect([...back.keys()]).toEqual([...names.keys()]);
    expect([...back.values()]).toEqual([...names.values()]);
    expect(back.size).toBe(4);
    for (const id of [0, 1, 2, 3, 7, 8, 900, 901, -1])
      expect([back.get(id), back.has(id)])
        .withContext(`${id}`)
        .toEqual([names.get(id), names.has(id)]);
  });
  it('survive the way out of a worker', () => {
    expect([...new NamesById(structuredClone(packNames(names)))]).toEqual([...names]);
    expect(new NamesById(packNames(new Map())).size).toBe(0);
  });
});

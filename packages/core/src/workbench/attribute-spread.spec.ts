import { sceneFromOutline } from '../testing/index.js';
import type { Json } from '../scene/scene-object.js';
import { attributeSpread } from './attribute-spread.js';

describe('the spread of an attribute', () => {
  const spread = (values: readonly (Json | undefined)[]) => {
    const scene = sceneFromOutline(values.map((_, i) => `o${i} : ${i % 2 ? 'mesh' : 'light'}`).join('\n'));
    values.forEach((value, i) => {
      if (value !== undefined) scene.patch(i + 1, { attributes: { lod: value } });
    });
    return attributeSpread(scene, 'lod');
  };
  it('counts objects, kinds and values', () => {
    const made = spread(['a', 'b', 'a', undefined, null]);
    expect([made.objects, [...made.byKind], made.values, made.numbers]).toEqual([
      [1, 2, 3, 5],
      [
        ['light', 3],
        ['mesh', 1],
      ],
      3,
      null,
    ]);
    expect(made.bars).toEqual([
      { says: 'a', count: 2 },
      { says: 'b', count: 1 },
      { says: 'null', count: 1 },
    ]);
  });
  it('of few numbers is by number, of many by stretches that hold them all', () => {
    expect(spread([10, 2, 10]).bars.map((bar) => bar.says)).toEqual(['2', '10']);
    const many = spread([...Array(101).keys()]);
    expect(many.numbers).toEqual({ min: 0, median: 50, max: 100 });
    expect(many.bars.map((bar) => bar.count)).toEqual([10, 10, 10, 10, 10, 10, 10, 10, 10, 11]);
  });
  it('of many words names the commonest and counts the rest', () => {
    const many = spread([...Array(30).keys()].map((i) => (i < 5 ? 'same' : `w${i}`)));
    expect([many.bars[0], many.bars.at(-1), many.bars.length]).toEqual([
      { says: 'same', count: 5 },
      { says: 'others', count: 15 },
      12,
    ]);
  });
  it('of none is empty, also for names that every object inherits', () => {
    const made = attributeSpread(sceneFromOutline('a : mesh'), 'constructor');
    expect([made.objects, made.bars]).toEqual([[], []]);
  });
});

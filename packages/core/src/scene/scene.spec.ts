import { applyChange } from '../edits/change.js';
import { randomEdit, sceneFromOutline, seededRandom } from '../testing/index.js';
import { worldBounds } from './bounds.js';
import { depths } from './depths.js';
import { offBy } from './switched.js';
import { objectsAt, PathBook, pathOf } from './paths.js';

describe('scene', () => {
  it('multiplies worlds from the root down and forgets them when a parent moves', () => {
    const scene = sceneFromOutline('a @1,0,0\n  b @0,2,0\n    c @0,0,3');
    expect(scene.world(3).slice(12, 15)).toEqual([1, 2, 3]);
    scene.patch(1, { local: { t: [5, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } });
    expect(scene.world(3).slice(12, 15)).toEqual([5, 2, 3]);
    scene.reparent(3, null, 0);
    expect(scene.world(3).slice(12, 15)).toEqual([0, 0, 3]);
  });
  it('bounds a subtree by the corners of its shapes', () => {
    const scene = sceneFromOutline('a @10,0,0\n  b : mesh @0,2,0\n  c');
    expect(worldBounds(scene, 1)).toEqual({ min: [9, 1, -1], max: [11, 3, 1] });
    expect(worldBounds(scene, 3)).toBeNull();
  });
  it('writes paths with slashes escaped, finds by path, and tells equal siblings apart', () => {
    const scene = sceneFromOutline('a/b\n  x\n  x\n  ~y');
    expect(pathOf(scene, 2)).toBe('/a~1b/x');
    expect(pathOf(scene, 4)).toBe('/a~1b/~0y');
    expect(objectsAt(scene, '/a~1b/x')).toEqual([2, 3]);
    const book = new PathBook(scene);
    expect([book.path(2), book.path(3)]).toEqual(['/a~1b/x', '/a~1b/x[2]']);
    scene.patch(2, { name: '' });
    scene.patch(4, { name: '' });
    const nameless = new PathBook(scene);
    expect([nameless.path(2), nameless.path(4)]).toEqual(['/a~1b/[1]', '/a~1b/[2]']);
  });
  it('writes paths of a hundred thousand levels in a moment, each its own, from its ends', () => {
    const scene = sceneFromOutline('a');
    for (let id = 2; id <= 100_000; id++) scene.append({ ...scene.get(1), id, name: `n${id % 7}` }, id - 1);
    const book = new PathBook(scene);
    const paths = new Set<string>();
    for (let id = 1; id <= 100_000; id++) paths.add(book.path(id));
    expect(paths.size).toBe(100_000);
    expect(book.path(64).split('/')).toHaveSize(65);
    expect(book.path(100_000)).toMatch(/^\/a\/n2\/n3.*\/…99988 levels [0-9a-f]{16}…\/(?:n\d\/){5}n5$/);
    scene.patch(50, { name: 'other' });
    expect(new PathBook(scene).path(100_000)).withContext('a level between').not.toBe(book.path(100_000));
  });
  it('tells in a moment what is off a hundred thousand levels down', () => {
    const scene = sceneFromOutline('a');
    for (let id = 2; id <= 100_000; id++) scene.append({ ...scene.get(1), id, name: `n${id}` }, id - 1);
    const off = (id: number) => offBy(scene, scene.get(id), 'shown')?.name ?? null;
    expect(Array.from({ length: 5000 }, (_, i) => off(95_001 + i)).filter(Boolean)).toEqual([]);
    scene.patch(50, { switches: { ...scene.get(50).switches, shown: false } });
    expect([off(49), off(50), off(51), off(120), off(100_000)]).toEqual([null, 'n50', 'n50', 'n50', 'n50']);
    scene.patch(90_000, { switches: { ...scene.get(90_000).switches, shown: false } });
    expect([off(89_999), off(100_000)]).toEqual(['n50', 'n90000']);
    scene.reparent(100_000, null, 0);
    expect(off(100_000)).toBeNull();
    expect(depths(scene)[99_999]).toBe(99_998);
  });
  it('keeps ten thousand layers by their names, in whatever order they come', () => {
    const scene = sceneFromOutline('a');
    const names = Array.from(
      { length: 10_000 },
      (_, i) => `l${String((i * 7919) % 10_000).padStart(4, '0')}`,
    );
    for (const name of [...names].sort().concat('a', 'zz', 'l0000b'))
      scene.keepLayer(name, { name, colour: '#000000' });
    expect([...scene.layers.keys()]).toEqual([...names, 'a', 'zz', 'l0000b'].sort());
  });
  it('never gives an id again', () => {
    const scene = sceneFromOutline('a\nb');
    scene.remove(2);
    expect(scene.nextId).toBe(3);
    expect(scene.size).toBe(1);
  });
  it('knows which names are shared, through random edits', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const random = seededRandom(seed);
      const scene = sceneFromOutline('a\na\nb\n  c\n  a');
      for (let i = 0; i < 40; i++) {
        const counts = new Map<string, number>();
        for (const { name } of scene.walk()) counts.set(name, (counts.get(name) ?? 0) + 1);
        const shared = [...counts].filter(([, count]) => count > 1).map(([name]) => name);
        expect([...scene.sharedNames].sort())
          .withContext(`seed ${seed}`)
          .toEqual(shared.sort());
        applyChange(scene, { label: '', edits: randomEdit(scene, random) });
      }
    }
  });
  it('walks a chain of 50,000 without running out of stack', () => {
    const scene = sceneFromOutline('a');
    for (let id = 2; id <= 50_000; id++) scene.append({ ...scene.get(1), id, name: `n${id}` }, id - 1);
    expect(scene.world(50_000)[15]).toBe(1);
    expect([...scene.walk()].length).toBe(50_000);
  });
});

import { sceneFromOutline } from '../testing/index.js';
import { displayOf, offBy, ruledAnewByQueries, switchedOff } from './switched.js';
import { allOn } from './scene-object.js';

describe('switches', () => {
  const start = () => {
    const scene = sceneFromOutline('r\n  a\n    b : mesh\n  c : mesh');
    scene.patch(4, { layer: 'Guides' });
    return scene;
  };
  const why = (scene: ReturnType<typeof start>, id: number) => offBy(scene, scene.get(id), 'shown');

  it('are on unless something says off', () => {
    const scene = start();
    expect(why(scene, 3)).toBeNull();
    expect(switchedOff(scene, 'shown').size).toBe(0);
  });
  it('tell the nearest that turns them off: itself, above, layer, set', () => {
    const scene = start();
    scene.keepSet('meshes', { name: 'meshes', how: 'live', query: 'kind:mesh', switches: { shown: false } });
    expect(why(scene, 4)).toEqual({ by: 'set', name: 'meshes' });
    scene.keepLayer('All', { name: 'All', switches: { shown: false } });
    scene.keepLayer('Guides', { name: 'Guides', parent: 'All' });
    expect(why(scene, 4)).toEqual({ by: 'layer', name: 'All' });
    scene.patch(1, { switches: { ...allOn, shown: false } });
    expect(why(scene, 4)).toEqual({ by: 'above', name: 'r' });
    scene.patch(4, { switches: { ...allOn, shown: false } });
    expect(why(scene, 4)).toEqual({ by: 'itself', name: 'c' });
    expect([...switchedOff(scene, 'shown')]).toEqual([1, 2, 3, 4]);
    expect(offBy(scene, scene.get(4), 'goes')).toBeNull();
  });
  it('are turned by live sets for those alone whom an edit concerns by what the set looks at', () => {
    const scene = start();
    const switches = { shown: false };
    const rename = { kind: 'rename' as const, object: 2, from: 'a', to: 'z' };
    const asked = (query: string) => {
      scene.keepSet('s', { name: 's', how: 'live', query, switches });
      const ids = ruledAnewByQueries(scene, [rename]);
      return ids && [...ids];
    };
    expect(asked('name:b')).toEqual([]);
    expect(asked('under:a')).toEqual([2, 3]);
    expect(asked('twin:yes')).toBeNull();
    scene.keepSet('t', { name: 't', how: 'live', query: 'under:a' });
    expect(asked('set:t')).withContext('what it asks for looks at').toEqual([2, 3]);
  });
  it('found one by one and in one walk are the same', () => {
    const scene = start();
    scene.patch(2, { switches: { ...allOn, shown: false } });
    scene.keepLayer('Guides', { name: 'Guides', switches: { shown: false } });
    const off = [...scene.walk()].filter((object) => offBy(scene, object, 'shown')).map((one) => one.id);
    expect([...switchedOff(scene, 'shown')]).toEqual(off);
    expect(off).toEqual([2, 3, 4]);
  });
  it('and looks: the object first, then its layer or one above it, then a set', () => {
    const scene = start();
    scene.keepSet('s', { name: 's', how: 'fixed', objects: [3, 4], display: 'box' });
    expect(displayOf(scene, scene.get(4))).toBe('box');
    scene.keepLayer('All', { name: 'All', display: 'wire' });
    scene.keepLayer('Guides', { name: 'Guides', parent: 'All' });
    expect(displayOf(scene, scene.get(4))).toBe('wire');
    scene.patch(4, { display: 'ghost' });
    expect([1, 3, 4].map((id) => displayOf(scene, scene.get(id)))).toEqual(['solid', 'box', 'ghost']);
  });
});

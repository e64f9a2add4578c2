import { Scene } from '../scene/scene.js';
import { sceneFromOutline } from '../testing/index.js';
import { findTwins, sameInTwin } from './find-twins.js';

describe('twins', () => {
  const two =
    'a_grp @0,0,0\n  x : mesh @1,0,0\n  y : mesh @2,0,0\nb_grp @9,0,0\n  p : mesh @1,0,0\n  q : mesh @2,0,0\nc_grp @5,0,0\n  r : mesh @1,0,0\n  s : mesh @2.5,0,0';
  it('are branches alike in kind, shape and relative place, wherever they stand', () =>
    expect(findTwins(sceneFromOutline(two))[0]).toEqual([1, 4]));
  it('leave out what lies inside larger twins', () =>
    expect(findTwins(sceneFromOutline(two))).toEqual([
      [1, 4],
      [8, 9],
    ]));
  it('are told by the digest of their geometry, not by the number of their shape', () => {
    const shape = (digest: string) => ({ name: digest, faces: 1, vertices: 3, bounds: null, digest });
    const scene = new Scene([shape('same'), shape('same'), shape('other')]);
    const base = sceneFromOutline('m : mesh').get(1);
    [0, 1, 2].forEach((at, i) => scene.append({ ...base, id: i + 1, shape: at }, null));
    expect(findTwins(scene)).toEqual([[1, 2]]);
  });
  it('know which part of one is which part of the other', () => {
    const scene = sceneFromOutline(two);
    expect([sameInTwin(scene, 3, 1, 4), sameInTwin(scene, 1, 1, 4), sameInTwin(scene, 7, 1, 4)]).toEqual([
      6,
      4,
      null,
    ]);
  });
  it('of twenty thousand objects are found in a moment', () => {
    const lines = [...Array(10_000).keys()].flatMap((i) => [`g${i} @${i},0,0`, `  m${i} : mesh @1,0,0`]);
    expect(findTwins(sceneFromOutline(lines.join('\n')))[0]).toHaveSize(10_000);
  });
});

import { sceneFromOutline } from '../testing/index.js';
import { parseQuery, runQuery } from './query.js';
import { setMembers } from './set-members.js';

describe('sets', () => {
  const scene = () => {
    const made = sceneFromOutline('a : mesh\nb : mesh\nc : light\nd');
    made.keepSet('left legs', { name: 'left legs', how: 'fixed', objects: [1, 3, 99] });
    made.keepSet('meshes', { name: 'meshes', how: 'live', query: 'kind:mesh' });
    made.keepSet('both', { name: 'both', how: 'live', query: 'set:meshes set:"left legs"' });
    made.keepSet('ring', { name: 'ring', how: 'live', query: 'set:ring or b' });
    made.keepSet('broken', { name: 'broken', how: 'live', query: '(' });
    return made;
  };
  for (const [text, wanted] of [
    ['set:"left legs"', [1, 3]],
    ['set:meshes', [1, 2]],
    ['set:both', [1]],
    ['set:ring', [2]],
    ['set:broken', []],
    ['set:nothing', []],
    ['set:* -set:meshes', [3]],
  ] as const) {
    it(`${text} holds ${wanted.join(', ') || 'nothing'}`, () =>
      expect(runQuery(scene(), parseQuery(text))).toEqual([...wanted]));
  }
  it('that are live follow the scene', () => {
    const made = scene();
    expect(setMembers(made, made.sets.get('meshes')!)).toEqual([1, 2]);
    made.patch(4, { kind: 'mesh' });
    expect(setMembers(made, made.sets.get('meshes')!)).toEqual([1, 2, 4]);
  });
});

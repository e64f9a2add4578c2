import { sceneFromOutline } from '../testing/index.js';
import { parseQuery, runQuery } from './query.js';
import { setCircle } from './is-in-set.js';
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
  it('that ask for each other are asked once each, however many there are', () => {
    const made = sceneFromOutline('a : mesh\nb : mesh');
    for (let i = 0; i < 40; i++) made.keepSet(`s${i}`, { name: `s${i}`, how: 'live', query: 'set:* or zz' });
    expect(runQuery(made, parseQuery('set:*'))).toEqual([]);
    made.keepSet('bs', { name: 'bs', how: 'live', query: 'b' });
    expect(runQuery(made, parseQuery('set:s7'))).toEqual([2]);
  });
  it('that are live follow the scene', () => {
    const made = scene();
    expect(setMembers(made, made.sets.get('meshes')!)).toEqual([1, 2]);
    made.patch(4, { kind: 'mesh' });
    expect(setMembers(made, made.sets.get('meshes')!)).toEqual([1, 2, 4]);
  });
  it('that ask for themselves say where the circle closes', () => {
    const made = sceneFromOutline('a : mesh');
    for (const [name, query] of [
      ['near', 'set:far'],
      ['far', 'kind:mesh set:mid'],
      ['mid', 'set:near or a'],
      ['own', 'set:own'],
      ['plain', 'set:near'],
    ] as const)
      made.keepSet(name, { name, how: 'live', query });
    for (const set of made.sets.values()) setMembers(made, set);
    expect(setCircle(made, 'mid')).toEqual(['near', 'far', 'mid']);
    expect(setCircle(made, 'own')).toEqual(['own']);
    expect(setCircle(made, 'plain')).toBeNull();
    made.keepSet('mid', { name: 'mid', how: 'live', query: 'a' });
    for (const set of made.sets.values()) setMembers(made, set);
    expect(setCircle(made, 'mid')).toBeNull();
  });
});

import { takeSnapshot } from '@renquil/core/scene';
import { outlineOf, sceneFromOutline } from '@renquil/core/testing';
import { parseChangeList } from '../schemas/change-list.js';
import { applyChangeList } from './apply-change-list.js';

const tree = 'a\n  b\n  c\nd\n  b';
const names = (scene: ReturnType<typeof sceneFromOutline>) =>
  outlineOf(scene)
    .replace(/ : \w+/g, '')
    .trim();
const apply = (...changes: object[]) => {
  const scene = sceneFromOutline(tree);
  applyChangeList(scene, parseChangeList({ renquil: 'changes/1', changes }));
  return names(scene);
};

describe('a change list', () => {
  it('renames by id and by path', () =>
    expect(apply({ op: 'rename', object: 1, to: 'A' }, { op: 'rename', object: '/d/b', to: 'B' })).toBe(
      'A\n  b\n  c\nd\n  B',
    ));
  it('swaps two names in one step', () =>
    expect(apply({ op: 'rename', object: 2, to: 'c' }, { op: 'rename', object: 3, to: 'b' })).toBe(
      'a\n  c\n  b\nd\n  b',
    ));
  it('moves and removes, each on what those before it left', () =>
    expect(
      apply(
        { op: 'move', object: '/a/c', under: null },
        { op: 'remove', objects: ['/c'] },
        { op: 'move', object: 2, under: 4, index: 0 },
      ),
    ).toBe('a\nd\n  b\n  b'));
  it('groups, ungroups and gives the new object an id to go on with', () => {
    expect(apply({ op: 'group', objects: ['/a/b', '/a/c'], name: 'g', pivot: 'base' })).toBe(
      'a\n  g\n    b\n    c\nd\n  b',
    );
    expect(
      apply(
        { op: 'group', objects: [2, 3], name: 'g' },
        { op: 'rename', object: '/a/g', to: 'h' },
        { op: 'ungroup', object: '/a/h' },
      ),
    ).toBe(tree);
  });
  it('zeroes, moves a pivot, mirrors and sets', () => {
    const scene = sceneFromOutline('m : mesh @1,2,3 ~2,2,2');
    const run = (...changes: object[]) =>
      applyChangeList(scene, parseChangeList({ renquil: 'changes/1', changes }));
    run({ op: 'zero', objects: [1], how: 'rest' }, { op: 'zero', objects: [1], how: 'bake' });
    expect(scene.get(1).local).toEqual({ t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] });
    expect(scene.get(1).rest).toEqual({ t: [1, 2, 3], r: [0, 0, 0, 1], s: [2, 2, 2] });
    run({ op: 'pivot', object: '/m', at: 'base' });
    expect(scene.world(1).slice(12, 15)).toEqual([1, 0, 3]);
    run(
      { op: 'mirror', object: 1, axis: 'x' },
      { op: 'set', object: 1, field: 'layer', value: 'Set' },
      { op: 'set', object: 1, field: 'goes', value: false },
      { op: 'set', object: 1, field: 'attr.lod', value: 3 },
    );
    expect(scene.world(1).slice(12, 15)).toEqual([-1, 0, 3]);
    expect([
      scene.get(1).layer,
      scene.get(1).switches.goes,
      { ...scene.get(1).attributes },
    ] as unknown[]).toEqual(['Set', false, { lod: 3 }]);
  });
  for (const [what, changes, says] of [
    [
      'a field nobody knows',
      [{ op: 'set', object: 1, field: 'colour', value: 'red' }],
      /change 1: there is no field "colour"/,
    ],
    ['an unknown path', [{ op: 'rename', object: '/x', to: 'y' }], /change 1: there is no object "\/x"/],
    [
      'a path that two objects have',
      [
        { op: 'move', object: 5, under: 1 },
        { op: 'rename', object: '/a/b', to: 'y' },
      ],
      /change 2: "\/a\/b" names 2 objects/,
    ],
    ['a ring', [{ op: 'move', object: 1, under: 2 }], /change 1: .*under itself/],
    ['no operation', [{ object: 1, to: 'x' }], /change 1: there is no operation "nothing"/],
    ['an operation nobody knows', [{ op: 'fly' }], /change 1: there is no operation "fly"/],
    ['a missing field', [{ op: 'rename', object: 1 }], /to/],
  ] as const) {
    it(`is refused whole for ${what}`, () => {
      const scene = sceneFromOutline(tree);
      const before = takeSnapshot(scene);
      expect(() => applyChangeList(scene, parseChangeList({ renquil: 'changes/1', changes }))).toThrowError(
        says,
      );
      expect(takeSnapshot(scene)).toEqual(before);
    });
  }
});

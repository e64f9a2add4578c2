import { takeSnapshot } from '@renquil/core';
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
  for (const [what, changes, says] of [
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
    [
      'an operation of a later version',
      [{ op: 'group', objects: [1], name: 'x', pivot: 'centre' }],
      /change 1: "group" is not built yet/,
    ],
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

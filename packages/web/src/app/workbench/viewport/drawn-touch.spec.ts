import { applyChange, type Edit } from '@renquil/core/edits';
import type { Scene } from '@renquil/core/scene';
import { sceneFromOutline } from '@renquil/core/testing';
import type { DrawWish } from './draw-list';
import { DrawnTouch } from './drawn-touch';

describe('what edits change in the picture', () => {
  let scene: Scene;
  beforeEach(() => (scene = sceneFromOutline('a_grp : group\n  b : mesh\nc : mesh')));
  const home = new Set<number>();
  const wish: DrawWish = { home, helpers: 'ghost', only: null };
  const rename: Edit = { kind: 'rename', object: 3, from: 'c', to: 'd' };
  const move: Edit = {
    kind: 'move',
    object: 3,
    from: { parent: null, index: 1 },
    to: { parent: 1, index: 0 },
  } as Edit;
  const touched = (edits: readonly Edit[], then: DrawWish = wish): number[] | null => {
    const touch = new DrawnTouch();
    touch.take(wish);
    touch.note(scene, edits);
    const found = touch.take(then);
    return found && [...found];
  };
  it('is everything at first, and when it is looked at otherwise', () => {
    expect(new DrawnTouch().take(wish)).toBeNull();
    expect(touched([], { ...wish, only: new Set([1]) })).toBeNull();
    expect(touched([], { ...wish, helpers: 'wire' })).toBeNull();
  });
  it('is nothing for a name, the object for a move, and what stays home now or does no more', () => {
    expect(touched([rename])).toEqual([]);
    expect(touched([rename, move])).toEqual([3]);
    expect(touched([], { ...wish, home: new Set([2]) })).toEqual([2]);
  });
  it('is everything for a layer, and for anything once a live set rules what is shown', () => {
    expect(touched([{ kind: 'named-layer', name: 'x', from: null, to: { name: 'x' } }])).toBeNull();
    const set = { name: 'off', how: 'live', query: 'd', switches: { shown: false } };
    const put: Edit = { kind: 'named-set', name: 'off', from: null, to: set } as unknown as Edit;
    expect(applyChange(scene, { label: '', edits: [put] }).ok).toBeTrue();
    expect(touched([rename])).toBeNull();
  });
});

import { applyChange } from '../edits/change.js';
import { spokenFrames } from '../frames/spoken-frames.js';
import { treeOrder } from '../frames/tree-order.js';
import { vocabulary } from '../names/vocabulary.js';
import { frozenScene, randomEdit, randomTree, sceneFromOutline, seededRandom } from '../testing/index.js';
import { branchBoxes } from './world-boxes.js';
import { depths } from './depths.js';
import { mainRoot } from './main-root.js';
import { openSnapshot, takeSnapshot } from './snapshot.js';
import type { Scene } from './scene.js';

/** All that is worked out of a scene, plain enough to compare. */
const worked = (scene: Scene) => ({
  snapshot: takeSnapshot(scene),
  worlds: [...scene.walk()].map(({ id }) => [id, ...scene.world(id)]),
  names: [...scene.names()].sort().map((name) => [name, ...[...scene.withName(name)].sort((a, b) => a - b)]),
  shared: [...scene.sharedNames].sort(),
  nextId: scene.nextId,
  size: scene.size,
  depths: [...scene.walk()].map(({ id }) => depths(scene)[id]),
  order: treeOrder(scene),
  main: mainRoot(scene),
  boxes: [...scene.walk()].map(({ id }) => [...branchBoxes(scene).slice(id * 6, id * 6 + 6)]),
  words: [...vocabulary(scene)].sort(),
  frames: spokenFrames(scene).all.map(({ root, facing }) => [root, facing]),
});
const edits = (scene: Scene, random: () => number, many: number) => {
  for (let i = 0; i < many; i++) {
    const result = applyChange(scene, { label: '', edits: randomEdit(scene, random) });
    expect(result.ok).toBeTrue();
  }
};

describe('Scene.fork', () => {
  for (let seed = 1; seed <= 60; seed++)
    it(`is, edited, as a scene of its own, and leaves its base as it was (seed ${seed})`, () => {
      const random = seededRandom(seed);
      const plain = randomTree(random, 5 + Math.floor(random() * 40), 'any');
      edits(plain, random, 15);
      const own = openSnapshot(takeSnapshot(plain));
      const before = worked(plain);
      const versions = [plain.sceneVersion, plain.namesVersion, plain.renames, plain.setsVersion];
      const fork = frozenScene(plain).fork();
      expect(worked(fork)).toEqual(before);
      edits(fork, seededRandom(seed * 7), 12);
      edits(own, seededRandom(seed * 7), 12);
      expect(worked(fork)).toEqual(worked(own));
      const second = fork.fork();
      edits(second, seededRandom(seed * 11), 12);
      edits(own, seededRandom(seed * 11), 12);
      expect(worked(second)).toEqual(worked(own));
      expect(worked(plain)).toEqual(before);
      expect([plain.sceneVersion, plain.namesVersion, plain.renames, plain.setsVersion]).toEqual(versions);
    });

  it('takes over what its base has worked out, until it differs in that', () => {
    const scene = sceneFromOutline('a\n  b\nc');
    const known = depths(scene);
    const fork = scene.fork();
    fork.patch(2, { name: 'other' });
    expect(depths(fork)).toBe(known);
    fork.reparent(2, null, 0);
    expect(depths(fork)).not.toBe(known);
    expect(depths(scene)).toBe(known);
  });
  it('does not let what follows renames in place be shared', () => {
    const scene = sceneFromOutline('door1\ndoor2\nwall');
    const known = new Map(vocabulary(scene));
    const fork = scene.fork();
    fork.patch(3, { name: 'gate' });
    expect(vocabulary(fork).has('gate')).toBeTrue();
    expect(new Map(vocabulary(scene))).toEqual(known);
  });
  it('asks nothing anew of what follows renames while nothing is changed in it', () => {
    const scene = sceneFromOutline('door1\ndoor2');
    const known = vocabulary(scene);
    const fork = scene.fork();
    expect(vocabulary(fork)).toBe(known);
    expect(vocabulary(fork.fork())).toBe(known);
    fork.patch(1, { local: { t: [1, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } });
    expect(vocabulary(fork)).not.toBe(known);
    expect(vocabulary(fork)).toEqual(known);
  });
  it('looks at what is changed in it alone, however large its base', () => {
    const scene = randomTree(seededRandom(1), 10_000, 'one');
    for (const { id } of scene.walk()) scene.world(id);
    const walk = spyOn(scene, 'walk').and.callThrough();
    const find = spyOn(scene, 'find').and.callThrough();
    const get = spyOn(scene, 'get').and.callThrough();
    const fork = scene.fork();
    fork.patch(7, { name: 'other' });
    fork.patch(10_000, { local: { t: [1, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] } });
    expect(fork.world(10_000)).not.toEqual(scene.world(10_000));
    expect(walk).not.toHaveBeenCalled();
    expect(find.calls.count() + get.calls.count()).toBeLessThan(100);
  });
});

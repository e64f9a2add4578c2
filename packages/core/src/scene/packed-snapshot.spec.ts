import { randomEdit, randomTree, seededRandom } from '../testing/index.js';
import { applyChange } from '../edits/change.js';
import { openPacked, packedBuffers, packSnapshot, type PackedSnapshot } from './packed-snapshot.js';
import type { Scene } from './scene.js';
import { openSnapshot, takeSnapshot, type SceneSnapshot } from './snapshot.js';

function opened(packed: PackedSnapshot, stretch: number): { scene: Scene; steps: number[] } {
  const steps: number[] = [];
  const work = openPacked(packed, stretch);
  let step = work.next();
  while (!step.done) {
    steps.push(step.value);
    step = work.next();
  }
  return { scene: step.value, steps };
}
const throughJson = (snapshot: SceneSnapshot): SceneSnapshot =>
  JSON.parse(JSON.stringify(snapshot)) as SceneSnapshot;

describe('a packed snapshot', () => {
  it('opens as the same scene as the snapshot, after any edits, in stretches', () => {
    for (let seed = 1; seed <= 60; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 25, 'any');
      for (let i = 0; i < 25; i++) applyChange(scene, { label: '', edits: randomEdit(scene, random) });
      const snapshot = throughJson(takeSnapshot(scene));
      const packed = structuredClone(packSnapshot(snapshot));
      const whole = opened(packed, 7);
      expect(JSON.stringify(takeSnapshot(whole.scene)))
        .withContext(`seed ${seed}`)
        .toBe(JSON.stringify(takeSnapshot(openSnapshot(snapshot))));
      expect(whole.steps.length).toBe(Math.floor(snapshot.objects.length / 7));
    }
  });
  it('keeps everything that a row can say', () => {
    const row = {
      id: 9,
      n: 'ä"\\ name',
      k: 'mesh',
      l: { m: [1, 0, 0, 0, 0.5, 1, 0, 0, 0, 0, 1, 0, 1, 2, 3, 1] },
      sh: 0,
      mt: [0, 0],
      sw: { shown: false, pickable: false, rendered: false, goes: false },
      ly: 'Base layer',
      mk: { word: 'waits', note: 'n' },
      at: { __proto__x: 1, list: [1, 'a'] },
      rs: { t: [1, 2, 3], r: [0, 0, 0, 1], s: [1, 1, 1] },
      bk: [1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1],
      ds: 'wire',
      ol: [[0, 0, 0]],
      src: 0,
    };
    const under = {
      id: 4,
      p: 9,
      n: '',
      k: 'group',
      l: { t: [0.1, -0, 1e-300], r: [0, 0, 0, 1], s: [1, 1, 1] },
    };
    const snapshot = {
      renquil: 'scene/1',
      nextId: 77,
      shapes: [{ name: 's', faces: 1, vertices: 3, bounds: null, digest: '' }],
      materials: [{ name: 'm', colour: [1, 1, 1, 1] }],
      objects: [row, under],
      sets: [{ name: 'a', how: 'fixed', members: [9] }],
      layers: [{ name: 'Base layer' }],
      animated: [4],
    } as unknown as SceneSnapshot;
    const { scene } = opened(packSnapshot(snapshot), 1);
    expect(takeSnapshot(scene)).toEqual(takeSnapshot(openSnapshot(snapshot)));
    expect(scene.get(9).attributes).toEqual(row.at as never);
  });
  it('hands over every piece, and nothing twice', () => {
    const packed = packSnapshot(takeSnapshot(randomTree(seededRandom(1), 10, 'any')));
    const buffers = packedBuffers(packed);
    expect(new Set(buffers).size).toBe(buffers.length);
    structuredClone(packed, { transfer: buffers });
    expect(buffers.every((buffer) => buffer.byteLength === 0)).toBe(true);
  });
});

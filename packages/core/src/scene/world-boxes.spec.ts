import { transformBox, uniteBoxes, type Box } from '../math/box.js';
import { transformPoint } from '../math/mat4.js';
import { applyChange } from '../edits/change.js';
import { randomEdit, randomTree, seededRandom } from '../testing/index.js';
import { toMatrix } from '../math/transform.js';
import { ownBounds, worldBounds } from './bounds.js';
import { branchBoxes, ownBoxes, type Boxes } from './world-boxes.js';

const boxAt = (boxes: Boxes, id: number): Box | null => {
  const [a, b, c, d, e, f] = boxes.subarray(id * 6, id * 6 + 6);
  return Number.isNaN(a) ? null : { min: [a!, b!, c!], max: [d!, e!, f!] };
};

describe('boxes of a whole scene', () => {
  it('are those asked for one by one, through random edits', () => {
    for (let seed = 1; seed <= 20; seed++) {
      const random = seededRandom(seed);
      const scene = randomTree(random, 30, 'any');
      for (let i = 0; i < 20; i++) {
        for (const { id } of scene.walk()) {
          expect(boxAt(ownBoxes(scene), id))
            .withContext(`seed ${seed}`)
            .toEqual(ownBounds(scene, id));
          expect(boxAt(branchBoxes(scene), id)).toEqual(worldBounds(scene, id));
        }
        applyChange(scene, { label: '', edits: randomEdit(scene, random) });
      }
    }
  });
});

describe('a turned box', () => {
  it('holds its eight turned corners, and no more', () => {
    const random = seededRandom(3);
    const box: Box = { min: [-1, 0, 2], max: [3, 0.5, 2] };
    const tree = randomTree(random, 200, 'any');
    for (const { local } of tree.walk()) {
      const m = toMatrix(local);
      let wanted: Box | null = null;
      for (const x of [-1, 3])
        for (const y of [0, 0.5]) {
          const p = transformPoint(m, [x, y, 2]);
          wanted = uniteBoxes(wanted, { min: p, max: p });
        }
      const made = transformBox(m, box);
      for (let k = 0; k < 3; k++) {
        expect(made.min[k]).toBeCloseTo(wanted!.min[k]!, 9);
        expect(made.max[k]).toBeCloseTo(wanted!.max[k]!, 9);
      }
    }
  });
});

import { putTransformedBox } from '../math/box.js';
import { multiplyInto } from '../math/mat4.js';
import { toMatrix } from '../math/transform.js';
import { drawnWorld } from './bounds.js';
import { memoizeByVersion } from './memoize-by-version.js';
import type { ObjectId } from './scene-object.js';

/** Six numbers an id: the least x, y, z of a world box and the most, in metres; NaN where there is no box. */
export type Boxes = Float64Array;

/** World boxes of objects' own shapes, as ownBounds has them; remembered until something moves. */
export const ownBoxes = memoizeByVersion(
  (scene) => scene.geometryVersion,
  (scene): Boxes => {
    const boxes = new Float64Array(scene.nextId * 6).fill(NaN);
    const scratch = new Float64Array(16);
    for (const { id, shape, parent, children, bake, local } of scene.walk()) {
      const bounds = shape === null ? null : scene.shapes[shape]?.bounds;
      if (!bounds) continue;
      let m: ArrayLike<number> = scratch;
      // The matrix of a leaf is needed just here: a scene keeps the ones that others hang on.
      if (children.length || bake || parent === null) m = drawnWorld(scene, id);
      else multiplyInto(scratch, scene.world(parent), toMatrix(local));
      putTransformedBox(m, bounds, boxes, id * 6);
    }
    return boxes;
  },
);

/** World boxes of an object and all below it. */
export const branchBoxes = memoizeByVersion(
  (scene) => scene.geometryVersion,
  (scene): Boxes => {
    const boxes = ownBoxes(scene).slice();
    const order = new Int32Array(scene.size);
    let n = 0;
    for (const { id } of scene.walk()) order[n++] = id;
    // Backwards, everything comes before what it hangs under.
    while (n--) {
      const { parent } = scene.get(order[n]!);
      if (parent !== null) widen(boxes, parent, order[n]!);
    }
    return boxes;
  },
);

function widen(boxes: Boxes, into: ObjectId, by: ObjectId): void {
  if (Number.isNaN(boxes[by * 6])) return;
  const isNew = Number.isNaN(boxes[into * 6]);
  for (let k = 0; k < 3; k++) {
    const [low, high] = [boxes[by * 6 + k]!, boxes[by * 6 + 3 + k]!];
    if (isNew || low < boxes[into * 6 + k]!) boxes[into * 6 + k] = low;
    if (isNew || high > boxes[into * 6 + 3 + k]!) boxes[into * 6 + 3 + k] = high;
  }
}

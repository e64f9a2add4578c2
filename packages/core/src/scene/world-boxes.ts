import { putTransformedBox } from '../math/box.js';
import { drawnWorldIn } from './bounds.js';
import { elsewhereSince } from './follow-places.js';
import { memoizeByVersion } from './memoize-by-version.js';
import type { ObjectId, SceneObject } from './scene-object.js';
import type { Scene } from './scene.js';

/** Six numbers an id: the least x, y, z of a world box and the most, in metres; NaN where there is no box. */
export type Boxes = Float64Array;

/** Boxes as of so many changes of places. They are never written to again: whoever holds them may compare. */
interface Held {
  readonly boxes: Boxes;
  readonly places: number;
}

const own = memoizeByVersion(
  (scene) => scene.geometryVersion,
  (scene, before?: Held): Held => {
    const { places } = scene;
    const elsewhere = before && elsewhereSince(scene, before.places);
    if (!elsewhere) return { places, boxes: boxesOf(scene, scene.walk(), empty(scene)) };
    const boxes = grown(before.boxes, scene);
    for (const id of elsewhere.ids) boxes.fill(NaN, id * 6, id * 6 + 6);
    const there = [...elsewhere.ids].flatMap((id) => scene.find(id) ?? []);
    return { places, boxes: boxesOf(scene, there, boxes) };
  },
);
const branch = memoizeByVersion(
  (scene) => scene.geometryVersion,
  (scene, before?: Held): Held => {
    const { places } = scene;
    const elsewhere = before && elsewhereSince(scene, before.places);
    if (!elsewhere) return { places, boxes: united(scene, ownBoxes(scene).slice(), null) };
    const boxes = grown(before.boxes, scene);
    const again = new Set([...elsewhere.ids, ...elsewhere.above]);
    const mine = ownBoxes(scene);
    // One far from all others has no room here, and no box.
    for (const id of again) if (id < scene.nextId) boxes.set(mine.subarray(id * 6, id * 6 + 6), id * 6);
    return { places, boxes: united(scene, boxes, again) };
  },
);

/** World boxes of objects' own shapes, as ownBounds has them; what moves is worked out anew, the rest stays. */
export const ownBoxes = (scene: Scene): Boxes => own(scene).boxes;
/** World boxes of an object and all below it. */
export const branchBoxes = (scene: Scene): Boxes => branch(scene).boxes;

const empty = (scene: Scene): Boxes => new Float64Array(scene.nextId * 6).fill(NaN);
function grown(boxes: Boxes, scene: Scene): Boxes {
  if (scene.nextId * 6 <= boxes.length) return boxes.slice();
  const more = empty(scene);
  more.set(boxes);
  return more;
}

function boxesOf(scene: Scene, objects: Iterable<SceneObject>, boxes: Boxes): Boxes {
  const scratch = new Float64Array(16);
  for (const object of objects) {
    const { id, shape } = object;
    const bounds = shape === null ? null : scene.shapes[shape]?.bounds;
    if (bounds) putTransformedBox(drawnWorldIn(scratch, scene, object), bounds, boxes, id * 6);
  }
  return boxes;
}
/** Widens the boxes of some objects, or of all, by those of their children; an object's own branch is up to date or among them. */
function united(scene: Scene, boxes: Boxes, some: ReadonlySet<ObjectId> | null): Boxes {
  const order: ObjectId[] = [];
  const isAsked = (id: ObjectId): boolean => !some || some.has(id);
  const tops = some
    ? [...some].filter((id) => {
        const object = scene.find(id);
        return object && (object.parent === null || !some.has(object.parent));
      })
    : scene.roots;
  const stack = [...tops];
  while (stack.length) {
    const id = stack.pop()!;
    order.push(id);
    for (const child of scene.get(id).children) if (isAsked(child)) stack.push(child);
  }
  // Backwards, everything comes before what it hangs under.
  for (let i = order.length - 1; i >= 0; i--)
    for (const child of scene.get(order[i]!).children) widen(boxes, order[i]!, child);
  return boxes;
}

function widen(boxes: Boxes, into: ObjectId, by: ObjectId): void {
  if (Number.isNaN(boxes[by * 6])) return;
  const isNew = Number.isNaN(boxes[into * 6]);
  for (let k = 0; k < 3; k++) {
    const [low, high] = [boxes[by * 6 + k]!, boxes[by * 6 + 3 + k]!];
    if (isNew || low < boxes[into * 6 + k]!) boxes[into * 6 + k] = low;
    if (isNew || high > boxes[into * 6 + 3 + k]!) boxes[into * 6 + 3 + k] = high;
  }
}

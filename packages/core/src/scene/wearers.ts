import { memoizeByVersion } from './memoize-by-version.js';
import type { ObjectId } from './scene-object.js';
import type { Scene } from './scene.js';

/** Who wears what: by the index of a shape or a material, the object with the lowest id (0: nobody), and how many. */
export interface Wearers {
  readonly firstOfShape: Int32Array;
  readonly shapes: Int32Array;
  readonly firstOfMaterial: Int32Array;
  readonly materials: Int32Array;
}

/** Where an object hangs does not change it, so that a move costs nothing. */
export const wearersOf = memoizeByVersion((scene: Scene) => scene.wearVersion, count);

function count(scene: Scene): Wearers {
  const [shapes, firstOfShape] = [0, 1].map(() => new Int32Array(scene.shapes.length)) as [
    Int32Array,
    Int32Array,
  ];
  const [materials, firstOfMaterial] = [0, 1].map(() => new Int32Array(scene.materials.length)) as [
    Int32Array,
    Int32Array,
  ];
  const put = (counts: Int32Array, firsts: Int32Array, at: number, id: ObjectId): void => {
    if (at >= counts.length) return;
    counts[at]!++;
    if (firsts[at] === 0 || firsts[at]! > id) firsts[at] = id;
  };
  for (const { id, shape, materials: worn } of scene.walk()) {
    if (shape !== null) put(shapes, firstOfShape, shape, id);
    for (const at of worn) put(materials, firstOfMaterial, at, id);
  }
  return { shapes, firstOfShape, materials, firstOfMaterial };
}

/** The materials of an object that no object of a lower id wears. */
export function firstWornBy(scene: Scene, id: ObjectId): number[] {
  const { firstOfMaterial } = wearersOf(scene);
  return [...new Set(scene.get(id).materials)].filter((at) => firstOfMaterial[at] === id);
}

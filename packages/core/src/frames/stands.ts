import { drawnWorld } from '../scene/bounds.js';
import { ownBoxes } from '../scene/world-boxes.js';
import { memoizeByVersion } from '../scene/memoize-by-version.js';
import { hashStart, mix, RowTable } from '../scene/row-table.js';
import type { Scene } from '../scene/scene.js';

/** The look of what is known by its place only. */
const jointLook = -1;

/** Metres by which two boxes may differ and still be of one size. */
const grain = 4e-3;

/** Objects with a shape, and joints, a row each, in tree order; everything of theirs by row. */
export interface Stands {
  readonly ids: Int32Array;
  /** Middles in metres, three a row. */
  readonly at: Float64Array;
  /** Rows of one number look alike: the same kind, as many faces and vertices, a box of the same size. Joints: -1. */
  readonly looks: Int32Array;
  readonly count: number;
}

/** What stands in a scene, where, and what it looks like; remembered until something moves. */
export const standsOf = memoizeByVersion((scene) => scene.geometryVersion, findStands);

function findStands(scene: Scene): Stands {
  const boxes = ownBoxes(scene);
  const ids = new Int32Array(scene.size);
  const at = new Float64Array(scene.size * 3);
  const looks = new Int32Array(scene.size);
  /** What makes a look, six numbers a row: kind, faces, vertices and the sides of the box in grains. */
  const marks = new Float64Array(scene.size * 6);
  const kinds = new Map<string, number>();
  const table = new RowTable(scene.size);
  let n = 0;
  const isAlike = (row: number): boolean => {
    for (let k = 0; k < 6; k++) if (marks[row * 6 + k] !== marks[n * 6 + k]) return false;
    return true;
  };
  for (const { id, kind, shape } of scene.walk()) {
    const box = id * 6;
    if (kind === 'joint' && shape === null) {
      const m = drawnWorld(scene, id);
      for (let k = 0; k < 3; k++) at[n * 3 + k] = m[12 + k]!;
      // Its row stands in the table for nobody.
      marks[n * 6] = -1;
      ids[n] = id;
      looks[n++] = jointLook;
      continue;
    }
    if (shape === null || Number.isNaN(boxes[box])) continue;
    if (!kinds.has(kind)) kinds.set(kind, kinds.size);
    const { faces, vertices } = scene.shapes[shape]!;
    marks[n * 6] = kinds.get(kind)!;
    marks[n * 6 + 1] = faces;
    marks[n * 6 + 2] = vertices;
    let hash = mix(mix(hashStart, faces), vertices);
    for (let k = 0; k < 3; k++) {
      const [low, high] = [boxes[box + k]!, boxes[box + 3 + k]!];
      at[n * 3 + k] = (low + high) / 2;
      const side = Math.round((high - low) / grain);
      marks[n * 6 + 3 + k] = side;
      hash = mix(hash, side);
    }
    ids[n] = id;
    looks[n] = table.claim(hash, n, isAlike);
    n++;
  }
  return { ids, at, looks, count: n };
}

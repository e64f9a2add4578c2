import { ownBoxes } from '../../scene/places.js';
import { remembered } from '../../scene/remembered.js';
import { hashStart, mix, RowTable } from '../../scene/row-table.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { Facing } from './seating.js';

/** Metres that two mirrored places may be apart. */
const slack = 2e-3;
const grain = slack * 2;
/** A cell is wider than twice the slack, so at most two of them along each axis can hold a place. */
const cell = slack * 4;

/** Mirror partners, both ways. */
export class Partners {
  constructor(
    readonly size: number,
    /** The partner of each id; 0: none (ids begin at 1). */
    readonly ids: Int32Array,
  ) {}
  get(id: ObjectId): ObjectId | undefined {
    return this.ids[id] || undefined;
  }
  *[Symbol.iterator](): Generator<readonly [ObjectId, ObjectId]> {
    for (let id = 1; id < this.ids.length; id++) if (this.ids[id]) yield [id, this.ids[id]!];
  }
}

/** Objects that could have a partner, a row each, in tree order; everything of theirs by row. */
interface Stands {
  readonly ids: Int32Array;
  /** Middles in metres, three a row. */
  readonly at: Float64Array;
  /** Rows of one number look alike: the same kind, as many faces and vertices, a box of the same size. */
  readonly looks: Int32Array;
  readonly count: number;
}

function standsOf(scene: Scene, axis: 0 | 2): Stands {
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
    if (shape === null || Number.isNaN(boxes[box])) continue;
    if (Math.abs((boxes[box + axis]! + boxes[box + 3 + axis]!) / 2) <= slack) continue;
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

/**
 * For every object with a shape, the one at the mirrored place across the plane through the world's origin: the same
 * kind, as many faces and vertices, a box of the same size, middles mirrored within two millimetres, and neither
 * stands on the plane. One of several at the same place is taken by tree order, each once.
 */
function findPartners(scene: Scene, axis: 0 | 2): Partners {
  const { ids, at, looks, count } = standsOf(scene, axis);
  const table = new RowTable(count);
  /** The first row in a cell, by the row that stands for the cell, and the next of each. */
  const first = new Int32Array(count);
  const next = new Int32Array(count).fill(-1);
  const cellOf = (row: number, k: number): number => Math.round(at[row * 3 + k]! / cell);
  let [look, x, y, z] = [0, 0, 0, 0];
  const isCell = (row: number): boolean =>
    looks[row] === look && cellOf(row, 0) === x && cellOf(row, 1) === y && cellOf(row, 2) === z;
  const hash = (): number => mix(mix(mix(mix(hashStart, look), x), y), z);
  // Backwards, each before the ones in its cell: then they stand in tree order.
  for (let row = count - 1; row >= 0; row--) {
    [look, x, y, z] = [looks[row]!, cellOf(row, 0), cellOf(row, 1), cellOf(row, 2)];
    const stands = table.claim(hash(), row, isCell);
    if (stands !== row) next[row] = first[stands]!;
    first[stands] = row;
  }
  const partners = new Int32Array(scene.nextId);
  let found = 0;
  for (let row = 0; row < count; row++) {
    const id = ids[row]!;
    if (partners[id]) continue;
    const other = nearest(row);
    if (other < 0) continue;
    partners[id] = ids[other]!;
    partners[ids[other]!] = id;
    found += 2;
  }
  return new Partners(found, partners);

  /** The first by tree order within the slack of the mirrored place: in its own cell or one beside it. */
  function nearest(row: number): number {
    const px = axis === 0 ? -at[row * 3]! : at[row * 3]!;
    const py = at[row * 3 + 1]!;
    const pz = axis === 2 ? -at[row * 3 + 2]! : at[row * 3 + 2]!;
    look = looks[row]!;
    for (x = Math.round((px - slack) / cell); x <= Math.round((px + slack) / cell); x++)
      for (y = Math.round((py - slack) / cell); y <= Math.round((py + slack) / cell); y++)
        for (z = Math.round((pz - slack) / cell); z <= Math.round((pz + slack) / cell); z++) {
          const stands = table.find(hash(), isCell);
          for (let one = stands < 0 ? -1 : first[stands]!; one >= 0; one = next[one]!) {
            if (one === row || partners[ids[one]!]) continue;
            const apart = Math.max(
              Math.abs(at[one * 3]! - px),
              Math.abs(at[one * 3 + 1]! - py),
              Math.abs(at[one * 3 + 2]! - pz),
            );
            if (apart <= slack) return one;
          }
        }
    return -1;
  }
}

const acrossX = remembered(
  (scene) => scene.placesVersion,
  (scene) => findPartners(scene, 0),
);
const acrossZ = remembered(
  (scene) => scene.placesVersion,
  (scene) => findPartners(scene, 2),
);

/** Mirror partners under a facing; remembered until something moves. */
export function mirrorPartners(scene: Scene, facing: Facing): Partners {
  return facing.endsWith('Z') ? acrossX(scene) : acrossZ(scene);
}

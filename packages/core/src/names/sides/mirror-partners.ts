import type { Vec3 } from '../../math/mat4.js';
import { ownBounds } from '../../scene/bounds.js';
import { remembered } from '../../scene/remembered.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { Facing } from './seating.js';

/** Metres that two mirrored places may be apart. */
const slack = 2e-3;

interface Stand {
  readonly id: ObjectId;
  readonly at: Vec3;
}

/**
 * For every object with a shape, the one at the mirrored place across the plane through the world's origin: the same
 * kind, as many faces and vertices, a box of the same size, middles mirrored within two millimetres, and neither
 * stands on the plane. One of several at the same place is taken by tree order, each once.
 */
function findPartners(scene: Scene, axis: 0 | 2): Map<ObjectId, ObjectId> {
  const byLook = new Map<string, Stand[]>();
  const grain = slack * 2;
  for (const { id, kind, shape } of scene.walk()) {
    const box = shape === null ? null : ownBounds(scene, id);
    if (!box) continue;
    const { min, max } = box;
    const at: Vec3 = [(min[0] + max[0]) / 2, (min[1] + max[1]) / 2, (min[2] + max[2]) / 2];
    if (Math.abs(at[axis]) <= slack) continue;
    const { faces, vertices } = scene.shapes[shape!]!;
    const [w, h, d] = [max[0] - min[0], max[1] - min[1], max[2] - min[2]];
    const look = `${kind}|${faces}|${vertices}|${Math.round(w / grain)},${Math.round(h / grain)},${Math.round(d / grain)}`;
    const known = byLook.get(look);
    if (known) known.push({ id, at });
    else byLook.set(look, [{ id, at }]);
  }
  const partners = new Map<ObjectId, ObjectId>();
  for (const alike of byLook.values()) if (alike.length > 1) pairUp(alike, axis, partners);
  return partners;
}

function pairUp(alike: readonly Stand[], axis: 0 | 2, partners: Map<ObjectId, ObjectId>): void {
  const cell = slack * 4;
  const grid = new Map<number, Stand[]>();
  for (const stand of alike) {
    const key = hash(
      Math.round(stand.at[0] / cell),
      Math.round(stand.at[1] / cell),
      Math.round(stand.at[2] / cell),
    );
    const known = grid.get(key);
    if (known) known.push(stand);
    else grid.set(key, [stand]);
  }
  for (const { id, at } of alike) {
    if (partners.has(id)) continue;
    const x = axis === 0 ? -at[0] : at[0];
    const z = axis === 2 ? -at[2] : at[2];
    const other = nearest(grid, cell, [x, at[1], z], id, partners);
    if (other === null) continue;
    partners.set(id, other);
    partners.set(other, id);
  }
}

/** The first by tree order within the slack of a place: in its own cell or one beside it. */
function nearest(
  grid: ReadonlyMap<number, readonly Stand[]>,
  cell: number,
  [x, y, z]: Vec3,
  id: ObjectId,
  taken: ReadonlyMap<ObjectId, ObjectId>,
): ObjectId | null {
  // A cell is wider than twice the slack, so at most two of them along each axis can hold it.
  const cells = (n: number): readonly [number, number] => {
    const [low, high] = [Math.round((n - slack) / cell), Math.round((n + slack) / cell)];
    return [low, high];
  };
  const [xs, ys, zs] = [cells(x), cells(y), cells(z)];
  for (let i = xs[0]; i <= xs[1]; i++)
    for (let j = ys[0]; j <= ys[1]; j++)
      for (let k = zs[0]; k <= zs[1]; k++)
        for (const one of grid.get(hash(i, j, k)) ?? [])
          if (
            one.id !== id &&
            !taken.has(one.id) &&
            Math.abs(one.at[0] - x) <= slack &&
            Math.abs(one.at[1] - y) <= slack &&
            Math.abs(one.at[2] - z) <= slack
          )
            return one.id;
  return null;
}

/** Cells of one hash share a list; the places in it are compared anyway. */
function hash(x: number, y: number, z: number): number {
  return (Math.imul(x, 73856093) ^ Math.imul(y, 19349663) ^ Math.imul(z, 83492791)) | 0;
}

const acrossX = remembered(
  (scene) => scene.placesVersion,
  (scene) => findPartners(scene, 0),
);
const acrossZ = remembered(
  (scene) => scene.placesVersion,
  (scene) => findPartners(scene, 2),
);

export type Partners = ReadonlyMap<ObjectId, ObjectId>;
/** Mirror partners under a facing, both ways; remembered until something moves. */
export function mirrorPartners(scene: Scene, facing: Facing): Partners {
  return facing.endsWith('Z') ? acrossX(scene) : acrossZ(scene);
}

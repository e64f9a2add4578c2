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
  for (const { id, kind, shape } of scene.walk()) {
    const box = shape === null ? null : ownBounds(scene, id);
    if (!box) continue;
    const { faces, vertices } = scene.shapes[shape!]!;
    const size = [0, 1, 2].map((k) => Math.round((box.max[k]! - box.min[k]!) / slack / 2));
    const at = [0, 1, 2].map((k) => (box.min[k]! + box.max[k]!) / 2) as unknown as Vec3;
    if (Math.abs(at[axis]) <= slack) continue;
    const look = `${kind}|${faces}|${vertices}|${size.join()}`;
    const known = byLook.get(look);
    if (known) known.push({ id, at });
    else byLook.set(look, [{ id, at }]);
  }
  const partners = new Map<ObjectId, ObjectId>();
  for (const alike of byLook.values()) if (alike.length > 1) pairUp(alike, axis, partners);
  return partners;
}

function pairUp(alike: readonly Stand[], axis: 0 | 2, partners: Map<ObjectId, ObjectId>): void {
  const cell = (n: number, by = 0): number => Math.round(n / (slack * 4)) + by;
  const grid = new Map<string, Stand[]>();
  for (const stand of alike) {
    const key = [0, 1, 2].map((k) => cell(stand.at[k]!)).join();
    grid.set(key, [...(grid.get(key) ?? []), stand]);
  }
  const around = [-1, 0, 1];
  for (const { id, at } of alike) {
    if (partners.has(id)) continue;
    const there = [0, 1, 2].map((k) => (k === axis ? -at[k] : at[k]!));
    const found = around.flatMap((dx) =>
      around.flatMap((dy) =>
        around.flatMap(
          (dz) => grid.get([cell(there[0]!, dx), cell(there[1]!, dy), cell(there[2]!, dz)].join()) ?? [],
        ),
      ),
    );
    const other = found.find(
      (one) =>
        one.id !== id &&
        !partners.has(one.id) &&
        [0, 1, 2].every((k) => Math.abs(one.at[k]! - there[k]!) <= slack),
    );
    if (!other) continue;
    partners.set(id, other.id);
    partners.set(other.id, id);
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

export type Partners = ReadonlyMap<ObjectId, ObjectId>;
/** Mirror partners under a facing, both ways; remembered until something moves. */
export function mirrorPartners(scene: Scene, facing: Facing): Partners {
  return facing.endsWith('Z') ? acrossX(scene) : acrossZ(scene);
}

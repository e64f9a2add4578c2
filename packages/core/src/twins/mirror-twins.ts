import { ownBounds, worldBounds } from '../scene/bounds.js';
import type { Box } from '../math/box.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** Metres that two places may be apart and still count as mirrored. */
const slack = 1e-3;

/**
 * The branch on the other side of the plane X = 0 that is the mirror image of one: the same kinds in the same numbers,
 * as many faces and vertices, and every shape's world box mirrored, within a millimetre. Null when there is none, or
 * when the branch is its own mirror image.
 */
export function mirrorTwin(scene: Scene, id: ObjectId): ObjectId | null {
  const box = worldBounds(scene, id);
  if (!box) return null;
  const wanted = portrait(scene, id, true);
  const self = portrait(scene, id, false);
  if (wanted === self) return null;
  const { kind } = scene.get(id);
  for (const other of scene.walk()) {
    if (
      other.id === id ||
      other.kind !== kind ||
      scene.isWithin(other.id, id) ||
      scene.isWithin(id, other.id)
    )
      continue;
    const there = worldBounds(scene, other.id);
    if (there && mirrored(box, there) && portrait(scene, other.id, false) === wanted) return other.id;
  }
  return null;
}

function mirrored(a: Box, b: Box): boolean {
  return (
    Math.abs(a.min[0] + b.max[0]) <= slack &&
    Math.abs(a.max[0] + b.min[0]) <= slack &&
    [1, 2].every((k) => Math.abs(a.min[k]! - b.min[k]!) <= slack && Math.abs(a.max[k]! - b.max[k]!) <= slack)
  );
}

/** A branch in words that do not depend on order: what it is made of and where in the world that lies. */
function portrait(scene: Scene, id: ObjectId, flip: boolean): string {
  const lines: string[] = [];
  for (const object of scene.walk(id)) {
    const box = ownBounds(scene, object.id);
    const shape = object.shape === null ? null : scene.shapes[object.shape];
    const place = box
      ? [
          flip ? -box.max[0] : box.min[0],
          flip ? -box.min[0] : box.max[0],
          box.min[1],
          box.max[1],
          box.min[2],
          box.max[2],
        ]
          .map((n) => Math.round(n / slack / 4) + 0)
          .join()
      : '';
    lines.push(`${object.kind} ${shape?.faces ?? ''} ${shape?.vertices ?? ''} ${place}`);
  }
  return lines.sort().join('\n');
}

import { ownBounds, worldBounds } from '../scene/bounds.js';
import type { Box } from '../math/box.js';
import { middleOf } from '../frames/middle-of.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** Metres that two places may be apart and still count as mirrored. */
const slack = 1e-3;

/**
 * The branch on the other side of its asset's middle that is the mirror image of one: the same kinds in the same numbers,
 * as many faces and vertices, and every shape's world box mirrored, within a millimetre. Null when there is none, or
 * when the branch is its own mirror image.
 */
export function mirrorTwin(
  scene: Scene,
  id: ObjectId,
  convention: CompiledConvention | null = null,
): ObjectId | null {
  const plane = middleOf(scene, id, convention);
  const box = worldBounds(scene, id);
  if (!box) return null;
  const wanted = portrait(scene, id, plane);
  const self = portrait(scene, id, null);
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
    if (there && mirrored(box, there, plane) && portrait(scene, other.id, null) === wanted) return other.id;
  }
  return null;
}

type Plane = ReturnType<typeof middleOf>;

function mirrored(a: Box, b: Box, { axis, middle }: Plane): boolean {
  return (
    Math.abs(a.min[axis] + b.max[axis] - 2 * middle) <= slack &&
    Math.abs(a.max[axis] + b.min[axis] - 2 * middle) <= slack &&
    [0, 1, 2].every(
      (k) =>
        k === axis || (Math.abs(a.min[k]! - b.min[k]!) <= slack && Math.abs(a.max[k]! - b.max[k]!) <= slack),
    )
  );
}

/** A branch in words that do not depend on order: what it is made of and where in the world that lies, or would be across a plane. */
function portrait(scene: Scene, id: ObjectId, across: Plane | null): string {
  const lines: string[] = [];
  for (const object of scene.walk(id)) {
    const box = ownBounds(scene, object.id);
    const shape = object.shape === null ? null : scene.shapes[object.shape];
    const sides = box && [0, 1, 2].flatMap((k) => spanOf(box, k, across));
    const place = sides?.map((n) => Math.round(n / slack / 4) + 0).join() ?? '';
    lines.push(`${object.kind} ${shape?.faces ?? ''} ${shape?.vertices ?? ''} ${place}`);
  }
  return lines.sort().join('\n');
}

function spanOf({ min, max }: Box, k: number, across: Plane | null): [number, number] {
  const [from, to] = [min[k]!, max[k]!];
  return across?.axis === k ? [2 * across.middle - to, 2 * across.middle - from] : [from, to];
}

import { Matrix4, Plane, Vector3, type Frustum } from 'three';
import { CONTAINED, INTERSECTED, NOT_INTERSECTED } from 'three-mesh-bvh';
import type { Box } from '@renquil/core/math';
import type { ObjectId } from '@renquil/core/scene';
import { facesOf } from './pick-ray';
import { treeOf } from './shape-tree';
import type { Slot, StageContent } from './stage-content';

/** A box on the screen picks what it touches anywhere, or only what lies in it wholly. */
export type BoxPick = 'touches' | 'holds';

/** Objects of which the space behind a box on the screen holds a part, or all: exact to the triangle. */
export function pickBox(content: StageContent, frustum: Frustum, how: BoxPick): ObjectId[] {
  const found: ObjectId[] = [];
  for (const slot of content.slots.values()) {
    const box = content.boxOf(slot);
    const where = box ? boxAgainst(frustum.planes, box) : INTERSECTED;
    if (where === NOT_INTERSECTED) continue;
    if (where === CONTAINED || slotAgainst(content, slot, frustum, how)) found.push(slot.id);
  }
  for (const [id, { line, world }] of content.outlined) {
    const matrix = new Matrix4().fromArray(world);
    if (pointsAgainst(line.geometry.getAttribute('position').array, matrix, frustum, how)) found.push(id);
  }
  return found;
}

function slotAgainst(content: StageContent, slot: Slot, frustum: Frustum, how: BoxPick): boolean {
  const world = new Matrix4().fromArray(slot.world);
  let any = false;
  for (const { geometry, matrix } of facesOf(content, slot, world)) {
    any = true;
    const planes = localPlanes(frustum.planes, matrix);
    const touches = how === 'touches' ? touchesFaces(geometry, planes) : !leavesBox(geometry, planes);
    if (touches === (how === 'touches')) return touches;
  }
  for (const part of slot.boxed ? [] : (content.store.partsOf(slot.shape) ?? [])) {
    if (!part.lines) continue;
    any = true;
    const index = part.geometry.getIndex()!.array;
    const all = part.geometry.getAttribute('position').array;
    const ends = Float32Array.from(
      { length: index.length * 3 },
      (_, i) => all[index[Math.floor(i / 3)]! * 3 + (i % 3)]!,
    );
    const touches = pointsAgainst(ends, world, frustum, how);
    if (touches === (how === 'touches')) return touches;
  }
  return any && how === 'holds';
}

/** Whether some triangle has a part in the space between the planes. */
function touchesFaces(geometry: Parameters<typeof treeOf>[0], planes: readonly Plane[]): boolean {
  const corners = [new Vector3(), new Vector3(), new Vector3()];
  return treeOf(geometry).shapecast({
    intersectsBounds: (box) => boxAgainst(planes, { min: box.min.toArray(), max: box.max.toArray() }),
    intersectsTriangle: ({ a, b, c }, _index, contained) => {
      if (contained) return true;
      corners[0]!.copy(a);
      corners[1]!.copy(b);
      corners[2]!.copy(c);
      return clipped(corners, planes).length > 0;
    },
  });
}
/** Whether some triangle has a part outside. */
function leavesBox(geometry: Parameters<typeof treeOf>[0], planes: readonly Plane[]): boolean {
  return treeOf(geometry).shapecast({
    intersectsBounds: (box) =>
      boxAgainst(planes, { min: box.min.toArray(), max: box.max.toArray() }) === CONTAINED
        ? NOT_INTERSECTED
        : INTERSECTED,
    intersectsTriangle: ({ a, b, c }) =>
      planes.some((plane) => [a, b, c].some((at) => plane.distanceToPoint(at) < 0)),
  });
}

/** Lines, as points two by two. */
function pointsAgainst(points: ArrayLike<number>, world: Matrix4, frustum: Frustum, how: BoxPick): boolean {
  const planes = localPlanes(frustum.planes, world);
  const at = (i: number): Vector3 => new Vector3(points[i * 3], points[i * 3 + 1], points[i * 3 + 2]);
  for (let i = 0; i + 1 < points.length / 3; i += 2) {
    const line = [at(i), at(i + 1)];
    if (how === 'touches' && clipped(line, planes).length > 0) return true;
    if (how === 'holds' && planes.some((plane) => line.some((p) => plane.distanceToPoint(p) < 0)))
      return false;
  }
  return how === 'holds';
}

/** What is left of a flat shape inside all planes (Sutherland and Hodgman, 1974): its corners; none: nothing is. */
export function clipped(corners: readonly Vector3[], planes: readonly Plane[]): readonly Vector3[] {
  let kept = corners;
  for (const plane of planes) {
    const next: Vector3[] = [];
    const isLine = kept.length === 2;
    kept.forEach((to, i) => {
      const from = kept[(i + kept.length - 1) % kept.length]!;
      const [a, b] = [plane.distanceToPoint(from), plane.distanceToPoint(to)];
      if (a < 0 !== b < 0 && !(isLine && i === 0)) next.push(from.clone().lerp(to, a / (a - b)));
      if (b >= 0) next.push(to);
    });
    if (!next.length) return next;
    kept = next;
  }
  return kept;
}

/** Planes seen from an object, so that its points need not be carried into the world. Their scale is of no account. */
function localPlanes(planes: readonly Plane[], world: Matrix4): Plane[] {
  // A plane goes from world to local by the transpose of the world matrix (its row vector times the matrix).
  const m = world.elements;
  return planes.map(({ normal: n, constant: w }) => {
    const row = (c: number): number => n.x * m[c * 4]! + n.y * m[c * 4 + 1]! + n.z * m[c * 4 + 2]!;
    return new Plane(new Vector3(row(0), row(1), row(2)), row(3) + w);
  });
}

/** A box against planes that look inwards. */
export function boxAgainst(
  planes: readonly Plane[],
  { min, max }: Pick<Box, 'min' | 'max'>,
): typeof CONTAINED {
  let inside = true;
  for (const { normal, constant } of planes) {
    const n = [normal.x, normal.y, normal.z];
    let [far, near] = [constant, constant];
    for (let k = 0; k < 3; k++) {
      far += n[k]! * (n[k]! > 0 ? max[k]! : min[k]!);
      near += n[k]! * (n[k]! > 0 ? min[k]! : max[k]!);
    }
    if (far < 0) return NOT_INTERSECTED;
    if (near < 0) inside = false;
  }
  return inside ? CONTAINED : INTERSECTED;
}

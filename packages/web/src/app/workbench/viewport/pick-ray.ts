import { DoubleSide, Matrix4, type Ray, type Raycaster, type Vector3, type BufferGeometry } from 'three';
import type { Box, Vec3 } from '@renquil/core/math';
import type { ObjectId } from '@renquil/core/scene';
import { treeOf } from './shape-tree';
import type { Slot, StageContent } from './stage-content';

/** What a ray meets. */
export interface Hit {
  readonly id: ObjectId;
  /** Where the ray meets it, metres. */
  readonly point: Vec3;
  readonly distance: number;
}

/**
 * What a ray meets first. Objects are asked in the order in which the ray enters their boxes, and no further than the
 * nearest hit; in each, a tree of boxes leads to the triangles. A ghost only counts where nothing real lies behind it.
 */
export function pickRay(content: StageContent, raycaster: Raycaster): Hit | null {
  const { ray } = raycaster;
  const near: { slot: Slot; at: number }[] = [];
  for (const slot of content.slots.values()) {
    const box = content.boxOf(slot);
    const at = box ? entersAt(ray, box) : slot.lines.length ? 0 : Infinity;
    if (at < Infinity) near.push({ slot, at });
  }
  near.sort((a, b) => a.at - b.at);
  let real: Hit | null = null;
  let ghost: Hit | null = null;
  for (const { slot, at } of near) {
    if (real && real.distance < at) break;
    const hit = hitOf(content, slot, raycaster);
    if (!hit) continue;
    if (slot.look === 'ghost') {
      if (!ghost || hit.distance < ghost.distance) ghost = hit;
    } else if (!real || hit.distance < real.distance) real = hit;
  }
  for (const [id, { line }] of content.outlined) {
    line.updateWorldMatrix(true, false);
    const [first] = raycaster.intersectObject(line, false);
    if (first && (!real || first.distance < real.distance))
      real = { id, point: first.point.toArray(), distance: first.distance };
  }
  return real ?? ghost;
}

function hitOf(content: StageContent, slot: Slot, raycaster: Raycaster): Hit | null {
  const world = new Matrix4().fromArray(slot.world);
  let best: Hit | null = null;
  const keep = (point: Vector3): void => {
    const distance = point.distanceTo(raycaster.ray.origin);
    if (!best || distance < best.distance) best = { id: slot.id, point: point.toArray(), distance };
  };
  for (const { geometry, matrix } of facesOf(content, slot, world)) {
    const local = raycaster.ray.clone().applyMatrix4(matrix.clone().invert());
    const hit = treeOf(geometry).raycastFirst(local, DoubleSide);
    if (hit) keep(hit.point.applyMatrix4(matrix));
  }
  const parts = slot.boxed ? [] : (content.store.partsOf(slot.shape) ?? []);
  if (parts.some((part) => part.lines))
    for (const line of slot.lines) {
      // Edges are for the eye: what is picked is the face beside them.
      if (!parts.some((part) => part.lines && part.geometry === line.geometry)) continue;
      line.updateWorldMatrix(true, false);
      const [first] = raycaster.intersectObject(line, false);
      if (first) keep(first.point);
    }
  return best;
}

/** Surfaces that an object is drawn with, and the matrix of each. */
export function* facesOf(
  content: StageContent,
  slot: Slot,
  world: Matrix4,
): Generator<{ readonly geometry: BufferGeometry; readonly matrix: Matrix4 }> {
  if (slot.boxed) {
    const box = content.boxMatrix(slot.shape);
    if (box) yield { geometry: content.unitBox, matrix: world.clone().multiply(box) };
    return;
  }
  for (const { geometry, lines } of content.store.partsOf(slot.shape) ?? [])
    if (!lines) yield { geometry, matrix: world };
}

/** How far along a ray a box begins, metres; 0: the ray begins in it; Infinity: it passes by. */
function entersAt({ origin, direction }: Ray, { min, max }: Box): number {
  let [near, far] = [0, Infinity];
  for (const [k, axis] of (['x', 'y', 'z'] as const).entries()) {
    const [o, d] = [origin[axis], direction[axis]];
    // A hair's breadth of room: a flat shape has a box without thickness.
    const slack = 1e-6 * (1 + Math.abs(o));
    const [low, high] = [min[k]! - slack, max[k]! + slack];
    if (d === 0) {
      if (o < low || o > high) return Infinity;
      continue;
    }
    const [a, b] = [(low - o) / d, (high - o) / d];
    near = Math.max(near, Math.min(a, b));
    far = Math.min(far, Math.max(a, b));
  }
  return near <= far ? near : Infinity;
}

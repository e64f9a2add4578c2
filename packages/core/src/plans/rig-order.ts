import { boxVolume, gap, type Box } from '../math/box.js';
import { facesBelow, worldBounds } from '../scene/bounds.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import type { Cluster } from './auto-arrange.js';
import { topObjects } from './top-objects.js';

/**
 * An order in which parts could carry each other: of everything that touches, directly or through others, the heaviest
 * part (the largest box, as a measure of its mass, then the most faces) comes first and carries what touches it, and so outwards. Each
 * cluster is a part and what hangs directly under it. What touches nothing is left out.
 */
export function proposeRigOrder(scene: Scene, objects: Iterable<ObjectId>, within = 0): Cluster[] {
  const parts = topObjects(scene, objects)
    .map((id) => ({ id, box: worldBounds(scene, id), faces: facesBelow(scene, id) }))
    .filter((part): part is { id: ObjectId; box: Box; faces: number } => part.box !== null);
  const weight = (a: (typeof parts)[number], b: (typeof parts)[number]): number =>
    boxVolume(b.box) - boxVolume(a.box) || b.faces - a.faces;
  const left = new Set([...parts].sort(weight));
  const clusters: Cluster[] = [];
  while (left.size) {
    const [heaviest] = left;
    left.delete(heaviest!);
    let ring = [heaviest!];
    while (ring.length) {
      const next: typeof ring = [];
      // Heavier ones of a ring choose first; a part that touches two hangs under the one it is closest to.
      const taken = new Map<(typeof parts)[number], { by: (typeof parts)[number]; away: number }>();
      for (const part of ring)
        for (const other of left) {
          const away = gap(part.box, other.box);
          if (away > within + 1e-9) continue;
          const middle = distance(part.box, other.box);
          const known = taken.get(other);
          if (!known || middle < known.away) taken.set(other, { by: part, away: middle });
        }
      for (const part of ring) {
        const below = [...taken].filter(([, { by }]) => by === part).map(([other]) => other);
        if (!below.length) continue;
        clusters.push({
          name: scene.get(part.id).name,
          under: part.id,
          objects: below.sort(weight).map((other) => other.id),
        });
        next.push(...below);
      }
      for (const part of next) left.delete(part);
      ring = next.sort(weight);
    }
  }
  return clusters;
}

function distance(a: Box, b: Box): number {
  return Math.hypot(...[0, 1, 2].map((k) => (a.min[k]! + a.max[k]! - b.min[k]! - b.max[k]!) / 2));
}

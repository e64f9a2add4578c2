import { fromMatrix, type Transform } from '../math/transform.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import type { PlaceProblem } from './target-finding.js';

/** A scene without what only holds others. */
export interface Flat {
  /** Every part, to stand beside the others where it is seen. */
  readonly alone: ReadonlyMap<ObjectId, Transform>;
  /** What only held others. */
  readonly dropped: ReadonlySet<ObjectId>;
  readonly problems: readonly PlaceProblem[];
}

/** Takes every part that goes out of what it hangs under. Joints keep their chains: skins are bound to them. */
export function flatten(scene: Scene, stays: ReadonlySet<ObjectId>): Flat {
  const alone = new Map<ObjectId, Transform>();
  const dropped = new Set<ObjectId>();
  const problems: PlaceProblem[] = [];
  /** By what that is animated an object is moved: itself or one above it. */
  const movedBy = new Map<ObjectId, ObjectId>();
  for (const { id, kind, shape, parent, name } of scene.walk()) {
    const above = parent === null ? undefined : movedBy.get(parent);
    const mover = scene.animated.has(id) ? id : above;
    if (mover !== undefined) movedBy.set(id, mover);
    if (stays.has(id)) continue;
    const isPart = shape !== null || kind === 'camera' || kind === 'light';
    if (!isPart && kind !== 'joint') dropped.add(id);
    if (!isPart || parent === null) continue;
    const local = fromMatrix(scene.world(id));
    if (above !== undefined)
      problems.push({
        object: id,
        because: `"${name}" moves with "${scene.get(above).name}", and would stand still alone.`,
      });
    else if (local) alone.set(id, local);
    else
      problems.push({
        object: id,
        because: `"${name}" is sheared by what it hangs under, and cannot stand alone.`,
      });
  }
  return { alone, dropped, problems };
}

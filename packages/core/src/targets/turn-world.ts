import type { Edit } from '../edits/edit.js';
import type { Facing } from '../frames/frame.js';
import { identityMat4, invertAffine, multiply, type Mat4 } from '../math/mat4.js';
import { fromMatrix } from '../math/transform.js';
import { bakeEdit } from '../plans/plan-pivot.js';
import { mayNotBake } from '../plans/may-bake.js';
import type { ObjectId } from '../scene/scene-object.js';
import { newGroup } from '../scene/new-group.js';
import type { Scene } from '../scene/scene.js';
import type { TargetAxes } from './target.js';

/** Quarter turns about +Y from +Z. */
const turns: Record<Facing, number> = { '+Z': 0, '+X': 1, '-Z': 2, '-X': 3 };
const cos = [1, 0, -1, 0];
const sin = [0, 1, 0, -1];

/**
 * From the scene's world (metres, +Y up) to the receiver's: turned about up so that the front looks its way, then up where
 * it has it, then in its unit. Columns, right-handed on both sides: Z up is (x, y, z) to (x, -z, y).
 */
export function worldOf(axes: TargetAxes, facing: Facing): Mat4 {
  const quarter = ((axes.front ? turns[axes.front] - turns[facing] : 0) + 4) % 4;
  const [c, s] = [cos[quarter]!, sin[quarter]!];
  const turn: Mat4 = [c, 0, -s, 0, 0, 1, 0, 0, s, 0, c, 0, 0, 0, 0, 1];
  const up: Mat4 = axes.up === 'Z' ? [1, 0, 0, 0, 0, 0, 1, 0, 0, -1, 0, 0, 0, 0, 0, 1] : identityMat4;
  const k = 1 / (axes.unit ?? 1);
  return multiply([k, 0, 0, 0, 0, k, 0, 0, 0, 0, k, 0, 0, 0, 0, 1], multiply(up, turn));
}
/** Why the world of a scene cannot be turned so, and by whose fault. */
export interface NoTurn {
  readonly object: ObjectId;
  readonly because: string;
}

/** The edits that turn and scale all of a scene by one more object above its roots; what `stays` has is left where it is. */
export function turnByRoot(scene: Scene, world: Mat4, name: string, stays: ReadonlySet<ObjectId>): Edit[] {
  const local = fromMatrix(world)!;
  const id = scene.nextId;
  const data = newGroup(id, name, { local });
  const edits: Edit[] = [{ kind: 'insert', branch: { data, children: [] }, parent: null, index: 0 }];
  let index = 0;
  let from = 1;
  for (const root of scene.roots) {
    if (stays.has(root)) {
      from++;
      continue;
    }
    const { local: own } = scene.get(root);
    edits.push({
      kind: 'move',
      object: root,
      from: { parent: null, index: from, local: own },
      to: { parent: id, index: index++, local: own },
    });
  }
  return edits;
}
/**
 * The edits that turn and scale a scene by working it into places and shapes: W' = C W B, where B takes C back from what has
 * a shape or only holds others, and its shape has C in it; cameras and lights are turned as they are.
 */
export function turnByBaking(scene: Scene, world: Mat4): Edit[] | NoTurn {
  const back = invertAffine(world)!;
  const edits: Edit[] = [];
  const worlds = new Map<ObjectId | null, Mat4>([[null, identityMat4]]);
  for (const { id, parent, kind, shape, bake, local } of scene.walk()) {
    const isAimed = kind === 'camera' || kind === 'light';
    const no = isAimed ? null : mayNotBake(scene, id);
    if (no) return { object: no.object, because: `${no.because}. Turn it by one root instead.` };
    const now = multiply(world, scene.world(id));
    const then = isAimed ? now : multiply(now, back);
    worlds.set(id, then);
    const above = invertAffine(worlds.get(parent)!);
    const to = above && fromMatrix(multiply(above, then));
    if (!to)
      return {
        object: id,
        because: `"${scene.get(id).name}" would be sheared. Turn it by one root instead.`,
      };
    edits.push({ kind: 'transform', object: id, from: local, to });
    if (shape !== null) edits.push(bakeEdit(id, bake, multiply(world, bake ?? identityMat4)));
  }
  return edits;
}
/** Whether a world is the scene's own. */
export function isSameWorld(world: Mat4): boolean {
  return world.every((n, i) => Math.abs(n - identityMat4[i]!) < 1e-12);
}

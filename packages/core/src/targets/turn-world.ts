import type { Facing } from '../frames/frame.js';
import { identityMat4, invertAffine, multiply, transformPoint, type Mat4 } from '../math/mat4.js';
import { fromMatrix, toMatrix, type Transform } from '../math/transform.js';
import { mayNotBake } from '../plans/may-bake.js';
import type { ObjectData, ObjectId, SceneObject } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import type { PlaceProblem } from './target-finding.js';
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
/** Whether a world is the scene's own. */
export function isSameWorld(world: Mat4): boolean {
  return world.every((n, i) => Math.abs(n - identityMat4[i]!) < 1e-12);
}

/** What of an object is other in a world that it is worked into. */
export type Baked = Partial<Pick<ObjectData, 'local' | 'bake' | 'rest' | 'outline'>>;
/** All that goes, worked into another world; or by whose fault it cannot be. */
export interface BakedWorld {
  readonly objects: ReadonlyMap<ObjectId, Baked>;
  readonly problem: PlaceProblem | null;
}

/**
 * Works a world C into places and shapes: W' = C W B, where B takes C back from what has a shape or only holds others, and
 * its shape has C in it; cameras and lights are turned as they are. So L' = A L B, with A = C below what is taken back and
 * nothing below what is only turned.
 * @param placeOf the object as it stands before: its parent and its own transform
 */
export function bakeWorld(
  scene: Scene,
  going: readonly ObjectId[],
  world: Mat4,
  placeOf: (object: SceneObject) => { readonly parent: ObjectId | null; readonly local: Transform },
): BakedWorld {
  const back = invertAffine(world)!;
  const isAimed = ({ kind }: SceneObject): boolean => kind === 'camera' || kind === 'light';
  const objects = new Map<ObjectId, Baked>();
  for (const id of going) {
    const object = scene.get(id);
    const no = isAimed(object) ? null : mayNotBake(scene, id);
    if (no)
      return {
        objects,
        problem: { object: no.object, because: `${no.because}. Turn it by one root instead.` },
      };
    const { parent, local: was } = placeOf(object);
    const a = parent !== null && isAimed(scene.get(parent)) ? identityMat4 : world;
    const carry = (one: Transform): Transform | null => {
      const turned = multiply(a, toMatrix(one));
      return fromMatrix(isAimed(object) ? turned : multiply(turned, back));
    };
    const local = carry(was);
    if (!local) {
      const because = `"${object.name}" would be sheared. Turn it by one root instead.`;
      return { objects, problem: { object: id, because } };
    }
    objects.set(id, {
      local,
      ...(object.rest ? { rest: carry(object.rest) } : {}),
      ...(object.shape === null ? {} : { bake: multiply(world, object.bake ?? identityMat4) }),
      ...(object.outline ? { outline: object.outline.map((point) => transformPoint(world, point)) } : {}),
    });
  }
  return { objects, problem: null };
}

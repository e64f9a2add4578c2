import { uniteBoxes, type Box } from '../../math/box.js';
import { drawnWorld, ownBounds } from '../../scene/bounds.js';
import { remembered } from '../../scene/remembered.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { Convention } from '../slots/convention.js';
import type { Sense } from '../slots/senses.js';

export type Facing = Convention['facing'];
/** Where an object sits along one direction of the asset: which way, how far its middle is out, and whether all of it is there. */
export interface Seat {
  readonly sense: Sense;
  /** Metres of its middle from the plane, without a sign. */
  readonly metres: number;
  /** Whether the whole of it is on that side, or its middle within the slack: nothing to argue about. */
  readonly clear: boolean;
}

/** Metres from the mirror plane that still count as the middle. */
export const defaultSlack = 0.005;

const boxesOf = remembered(
  (scene) => scene.placesVersion,
  (scene) => {
    const boxes = new Map<ObjectId, Box | null>();
    const order = [...scene.walk()];
    for (let i = order.length - 1; i >= 0; i--) {
      const { id, children } = order[i]!;
      let box = ownBounds(scene, id);
      for (const child of children) box = uniteBoxes(box, boxes.get(child) ?? null);
      boxes.set(id, box);
    }
    return boxes;
  },
);

/** World box of an object: of its own shape, else of all below it, else the point where it stands. */
function boxOf(scene: Scene, id: ObjectId): Box {
  const own = ownBounds(scene, id);
  if (own) return own;
  const below = scene.get(id).children.length ? boxesOf(scene).get(id) : null;
  if (below) return below;
  const m = drawnWorld(scene, id);
  const point = [m[12]!, m[13]!, m[14]!] as const;
  return { min: point, max: point };
}

/** Axis and sign of the asset's left and front. glTF 2.0: the front faces +Z and up is +Y, so left, up cross front, is +X. */
const axes: Readonly<
  Record<Facing, { readonly left: readonly [0 | 2, 1 | -1]; readonly front: readonly [0 | 2, 1 | -1] }>
> = {
  '+Z': { left: [0, 1], front: [2, 1] },
  '-Z': { left: [0, -1], front: [2, -1] },
  '+X': { left: [2, -1], front: [0, 1] },
  '-X': { left: [2, 1], front: [0, -1] },
};

/** Left, right or centre, seen from the asset, against the world plane that mirrors it. */
export function sideSeat(scene: Scene, id: ObjectId, facing: Facing, slack = defaultSlack): Seat {
  const [axis, sign] = axes[facing].left;
  return seat(boxOf(scene, id), axis, sign, slack, 'left', 'right');
}
/** Front, back or centre, the same way. */
export function depthSeat(scene: Scene, id: ObjectId, facing: Facing, slack = defaultSlack): Seat {
  const [axis, sign] = axes[facing].front;
  return seat(boxOf(scene, id), axis, sign, slack, 'front', 'back');
}
/** Top or under, against the middle of what it hangs under: the floor says nothing of what is on top. */
export function heightSeat(scene: Scene, id: ObjectId, slack = defaultSlack): Seat {
  const { parent } = scene.get(id);
  const around = parent === null ? null : boxesOf(scene).get(parent);
  const box = boxOf(scene, id);
  const middle = around ? (around.min[1] + around.max[1]) / 2 : 0;
  const moved: Box = { min: [0, box.min[1] - middle, 0], max: [0, box.max[1] - middle, 0] };
  return seat(moved, 1, 1, slack, 'top', 'under');
}

function seat(box: Box, axis: 0 | 1 | 2, sign: 1 | -1, slack: number, plus: Sense, minus: Sense): Seat {
  const [lo, hi] = sign > 0 ? [box.min[axis], box.max[axis]] : [-box.max[axis], -box.min[axis]];
  const middle = (lo + hi) / 2;
  const metres = Math.abs(middle);
  if (metres <= slack) return { sense: 'centre', metres, clear: true };
  const clear = middle > 0 ? lo >= -slack : hi <= slack;
  return { sense: middle > 0 ? plus : minus, metres, clear };
}

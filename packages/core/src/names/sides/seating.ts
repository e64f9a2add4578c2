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

/** From where to where an object reaches along a world axis: its own shape, else all below it, else the point where it stands. */
function rangeOf(scene: Scene, id: ObjectId, axis: 0 | 1 | 2): readonly [low: number, high: number] {
  const { shape, children } = scene.get(id);
  const bounds = shape === null ? null : scene.shapes[shape]?.bounds;
  const m = drawnWorld(scene, id);
  if (bounds) {
    // The range of a turned box: its middle, and half of each side as far as it lies along the axis.
    let middle = m[12 + axis]!;
    let half = 0;
    for (let k = 0; k < 3; k++) {
      const along = m[k * 4 + axis]!;
      middle += (along * (bounds.min[k]! + bounds.max[k]!)) / 2;
      half += (Math.abs(along) * (bounds.max[k]! - bounds.min[k]!)) / 2;
    }
    return [middle - half, middle + half];
  }
  const below = children.length ? boxesOf(scene).get(id) : null;
  return below ? [below.min[axis], below.max[axis]] : [m[12 + axis]!, m[12 + axis]!];
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
  return seat(rangeOf(scene, id, axis), sign, slack, 'left', 'right');
}
/** Front, back or centre, the same way. */
export function depthSeat(scene: Scene, id: ObjectId, facing: Facing, slack = defaultSlack): Seat {
  const [axis, sign] = axes[facing].front;
  return seat(rangeOf(scene, id, axis), sign, slack, 'front', 'back');
}
/** Top or under, against the middle of what it hangs under: the floor says nothing of what is on top. */
export function heightSeat(scene: Scene, id: ObjectId, slack = defaultSlack): Seat {
  const { parent } = scene.get(id);
  const around = parent === null ? null : boxesOf(scene).get(parent);
  const range = rangeOf(scene, id, 1);
  const middle = around ? (around.min[1] + around.max[1]) / 2 : 0;
  return seat([range[0] - middle, range[1] - middle], 1, slack, 'top', 'under');
}

function seat(
  range: readonly [number, number],
  sign: 1 | -1,
  slack: number,
  plus: Sense,
  minus: Sense,
): Seat {
  const lo = sign > 0 ? range[0] : -range[1];
  const hi = sign > 0 ? range[1] : -range[0];
  const middle = (lo + hi) / 2;
  const metres = Math.abs(middle);
  if (metres <= slack) return { sense: 'centre', metres, clear: true };
  const clear = middle > 0 ? lo >= -slack : hi <= slack;
  return { sense: middle > 0 ? plus : minus, metres, clear };
}

import { drawnWorld } from '../../scene/bounds.js';
import { branchBoxes, ownBoxes } from '../../scene/world-boxes.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { defaultSlack, type Frame } from '../../frames/frame.js';
import { axesOf, type Way } from '../../frames/read-facing.js';
import type { Sense } from '../slots/senses.js';

/** Where an object sits along one direction of the asset: which way, how far its middle is out, and whether all of it is there. */
export interface Seat {
  readonly sense: Sense;
  /** Metres of its middle from the plane, without a sign. */
  readonly metres: number;
  /** Whether the whole of it is on that side, or its middle within the slack: nothing to argue about. */
  readonly clear: boolean;
}

/** Which way is which along an axis of the world, and where the plane is. */
interface Along {
  readonly axis: 0 | 1 | 2;
  readonly sign: 1 | -1;
  readonly plus: Sense;
  readonly minus: Sense;
}

/** Where the plane is that tells one side from the other, and how far from it is still on it, in metres. */
interface Middle {
  readonly middle: number;
  readonly slack: number;
}
/** Judged by its own shape, else by all below it, else by the point where it stands. */
function seatAlong(scene: Scene, id: ObjectId, along: Along, { middle, slack }: Middle): Seat {
  const { axis } = along;
  let boxes = ownBoxes(scene);
  if (Number.isNaN(boxes[id * 6]) && scene.get(id).children.length) boxes = branchBoxes(scene);
  if (!Number.isNaN(boxes[id * 6]))
    return seat(boxes[id * 6 + axis]! - middle, boxes[id * 6 + 3 + axis]! - middle, along, slack);
  const at = drawnWorld(scene, id)[12 + axis]! - middle;
  return seat(at, at, along, slack);
}

const upAlong: Along = { axis: 1, sign: 1, plus: 'top', minus: 'under' };
const leftAlong = (way: Way): Along => ({ ...way, plus: 'left', minus: 'right' });
const frontAlong = (way: Way): Along => ({ ...way, plus: 'front', minus: 'back' });
const alongs = Object.fromEntries(
  Object.entries(axesOf).map(([facing, [left, front]]) => [
    facing,
    { left: leftAlong(left), front: frontAlong(front) },
  ]),
) as Readonly<Record<Frame['facing'], { readonly left: Along; readonly front: Along }>>;

/** Left, right or centre, seen from its asset, against the plane that mirrors that. */
export function sideSeat(scene: Scene, id: ObjectId, { facing, side }: Frame, slack = defaultSlack): Seat {
  return seatAlong(scene, id, alongs[facing].left, { middle: side.middle, slack });
}
/** Front, back or centre, the same way. */
export function depthSeat(scene: Scene, id: ObjectId, { facing, depth }: Frame, slack = defaultSlack): Seat {
  return seatAlong(scene, id, alongs[facing].front, { middle: depth.middle, slack });
}
/** Top or under, against the middle of what it hangs under: the floor says nothing of what is on top. */
export function heightSeat(scene: Scene, id: ObjectId, slack = defaultSlack): Seat {
  const { parent } = scene.get(id);
  const around = branchBoxes(scene);
  const middle =
    parent === null || Number.isNaN(around[parent * 6])
      ? 0
      : (around[parent * 6 + 1]! + around[parent * 6 + 4]!) / 2;
  return seatAlong(scene, id, upAlong, { middle, slack });
}

function seat(low: number, high: number, { sign, plus, minus }: Along, slack: number): Seat {
  const lo = sign > 0 ? low : -high;
  const hi = sign > 0 ? high : -low;
  const middle = (lo + hi) / 2;
  const metres = Math.abs(middle);
  if (metres <= slack) return { sense: 'centre', metres, clear: true };
  const clear = middle > 0 ? lo >= -slack : hi <= slack;
  return { sense: middle > 0 ? plus : minus, metres, clear };
}

import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';

/** The axes of the world that an asset's front may point along; glTF 2.0 section 3.4 has +Z. */
export const facings = ['+Z', '-Z', '+X', '-X'] as const;
/** Which way an asset's front is, in the world; up is +Y. */
export type Facing = (typeof facings)[number];
/** Whether a value from outside is one of them. */
export function isFacing(value: unknown): value is Facing {
  return (facings as readonly unknown[]).includes(value);
}

/** A plane across an axis of the world that parts an asset's left from its right, or its front from its back. */
export interface Plane {
  /** Metres along the axis. */
  readonly middle: number;
  /** pairs: like things stand across it. pivot: the asset's own origin. box: the middle of all of it. origin: the world's; beyond: that, outside of all of it. */
  readonly by: 'pairs' | 'pivot' | 'box' | 'origin' | 'beyond';
  /** How many pairs stand across it from each other. */
  readonly pairs: number;
}
/** An asset of a scene: which way it faces, and the planes that its sides and places are judged by. */
export interface Frame {
  /** Null: what stands in no asset of its own. */
  readonly root: ObjectId | null;
  readonly facing: Facing;
  /** told: an attribute of its root. declared: the convention. read: from names. elsewhere: from names of other scenes. assumed: glTF 2.0's +Z, for want of anything. */
  readonly facingBy: 'told' | 'declared' | 'read' | 'elsewhere' | 'assumed';
  /** What was declared where names say otherwise. */
  readonly against: Facing | null;
  readonly side: Plane;
  readonly depth: Plane;
  /** Names in it that say a side or a place and lie off the plane, and how many of them agree with the facing. */
  readonly agree: number;
  readonly of: number;
}
/** Metres from a plane that still count as the middle. */
export const defaultSlack = 0.005;

/** The frames of a scene's assets, and which one each object stands in. */
export interface Frames {
  /** The first is that of what stands in no asset. */
  readonly all: readonly Frame[];
  of(id: ObjectId): Frame;
}
/** Frames that were worked out elsewhere, over the scene as it is here: an object's is that of the nearest root above it. */
export function framesAmong(scene: Scene, all: readonly Frame[]): Frames {
  const byRoot = new Map(all.map((frame) => [frame.root, frame] as const));
  const nowhere = byRoot.get(null) ?? assumedFrame;
  return {
    all,
    of(id) {
      for (let at: ObjectId | null = id; at !== null; at = scene.get(at).parent) {
        const frame = byRoot.get(at);
        if (frame) return frame;
      }
      return nowhere;
    },
  };
}
const originPlane: Plane = { middle: 0, by: 'origin', pairs: 0 };
/** While nothing is known. */
const assumedFrame: Frame = {
  root: null,
  facing: '+Z',
  facingBy: 'assumed',
  against: null,
  side: originPlane,
  depth: originPlane,
  agree: 0,
  of: 0,
};
/** Whether an asset faces the same way, about the same planes. */
function isAlike(frame: Frame, other: Frame): boolean {
  return (
    frame.root === other.root &&
    frame.facing === other.facing &&
    frame.against === other.against &&
    knowsFacing(frame) === knowsFacing(other) &&
    isSame(frame, frame.side, other, other.side) &&
    isSame(frame, frame.depth, other, other.depth)
  );
}
/** Those of some objects that stand in an asset which is another, or faces another way, about another plane. */
export function turnedOf(before: Frames, now: Frames, ids: Iterable<ObjectId>): Set<ObjectId> {
  const turned = new Set<ObjectId>();
  if (before === now) return turned;
  let [was, is]: (Frame | null)[] = [null, null];
  let alike = false;
  for (const id of ids) {
    const [one, other] = [before.of(id), now.of(id)];
    // What stands together in the tree stands in one asset, mostly.
    if (one !== was || other !== is) [was, is, alike] = [one, other, isAlike(one, other)];
    if (!alike) turned.add(id);
  }
  return turned;
}
/** Metres: what is moved and keeps its place comes to stand so near to it. */
export const noise = 1e-9;
/** A plane at the same place, of which as much is known. */
function isSame(frame: Frame, plane: Plane, other: Frame, its: Plane): boolean {
  return (
    Math.abs(plane.middle - its.middle) <= noise && knowsMiddle(frame, plane) === knowsMiddle(other, its)
  );
}
/**
 * Whether anything speaks for where its left and right part, or its front and back. The middle of what happens to be there does not by itself:
 * any two things stand across from each other about their own middle.
 */
export function knowsMiddle({ facingBy }: Frame, { by }: Plane): boolean {
  return facingBy !== 'assumed' || by !== 'box';
}
/** An asset that faces elsewhere: about the same planes, which change places where it turns by a right angle. */
export function turnedTo(frame: Frame, facing: Facing, by: Frame['facingBy']): Frame {
  const isAcross = frame.facing[1] !== facing[1];
  const { side, depth } = frame;
  return { ...frame, facing, facingBy: by, side: isAcross ? depth : side, depth: isAcross ? side : depth };
}
/** Whether left and right are known, not only assumed. */
export function knowsFacing({ facingBy }: Frame): boolean {
  return facingBy !== 'assumed';
}

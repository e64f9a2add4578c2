import type { Facing, Plane } from './frame.js';

/** What a name says of where its object sits, as bits. */
export const ways = { left: 1, right: 2, front: 4, back: 8 } as const;

/** Names that say where they sit, and where what bears them has its middle: everything by row. */
export interface SaidPlaces {
  readonly says: readonly number[];
  /** Metres. */
  readonly x: readonly number[];
  readonly z: readonly number[];
}
/** Axis and sign of left and of front. Up is +Y; left is up cross front (glTF 2.0 section 3.4: the front faces +Z). */
export const axesOf: Readonly<Record<Facing, readonly [left: Way, front: Way]>> = {
  '+Z': [
    { axis: 0, sign: 1 },
    { axis: 2, sign: 1 },
  ],
  '-Z': [
    { axis: 0, sign: -1 },
    { axis: 2, sign: -1 },
  ],
  '+X': [
    { axis: 2, sign: -1 },
    { axis: 0, sign: 1 },
  ],
  '-X': [
    { axis: 2, sign: 1 },
    { axis: 0, sign: -1 },
  ],
};
/** One way along an axis of the world. */
export interface Way {
  readonly axis: 0 | 2;
  readonly sign: 1 | -1;
}
/** So many names, and so great a share of them, are needed to go by: two names agree by chance too often. */
const leastNames = 3;
const leastShare = 0.8;
/** More of both are needed to speak against what was declared. */
const [namesAgainst, shareAgainst] = [6, 0.9];

/** How many names speak for and against an asset facing one way. */
export interface FacingVotes {
  readonly facing: Facing;
  readonly side: Plane;
  readonly depth: Plane;
  /** How many of the names that lie off the planes agree. */
  readonly agree: number;
  readonly of: number;
  /** Whether names of both sides agree, or of front and back: all on one side may be on that side of anything. */
  readonly both: boolean;
}
interface Count {
  readonly both: boolean;
  readonly plane: Plane;
  readonly agree: number;
  readonly of: number;
}

/**
 * The votes for each facing, the most convincing first, each by the planes that bear it out best; of planes that do so
 * alike the one that stands first.
 */
export function facingVotes(
  names: SaidPlaces,
  planes: { readonly 0: readonly Plane[]; readonly 2: readonly Plane[] },
  slack: number,
): FacingVotes[] {
  return (Object.keys(axesOf) as Facing[])
    .map((facing): FacingVotes => {
      const [left, front] = axesOf[facing];
      const side = bestPlane(
        names,
        planes[left.axis],
        { ...left, plus: ways.left, minus: ways.right },
        slack,
      );
      const depth = bestPlane(
        names,
        planes[front.axis],
        { ...front, plus: ways.front, minus: ways.back },
        slack,
      );
      return {
        facing,
        side: side.plane,
        depth: depth.plane,
        agree: side.agree + depth.agree,
        of: side.of + depth.of,
        both: side.both || depth.both,
      };
    })
    .sort((a, b) => worth(b) - worth(a));
}

/** An axis, and what names say of what stands at its plus and its minus. */
interface SaidAlong extends Way {
  readonly plus: number;
  readonly minus: number;
}
function bestPlane(
  { says, x, z }: SaidPlaces,
  planes: readonly Plane[],
  { axis, sign, plus, minus }: SaidAlong,
  slack: number,
): Count {
  const at = axis === 0 ? x : z;
  let best: Count | null = null;
  for (const plane of planes) {
    let [agree, of, pluses] = [0, 0, 0];
    for (let i = 0; i < says.length; i++) {
      const said = says[i]! & (plus | minus);
      if (!said) continue;
      const off = (at[i]! - plane.middle) * sign;
      if (Math.abs(off) <= slack) continue;
      of++;
      if (off > 0 !== (said === plus)) continue;
      agree++;
      if (said === plus) pluses++;
    }
    const count = { plane, agree, of, both: pluses > 0 && pluses < agree };
    if (!best || isBetter(count, best)) best = count;
  }
  return best!;
}
/** Planes stand the likeliest first; a later one is taken when names bear it out by far better. One that lies beyond all of the asset, only when every name does. */
function isBetter(count: Count, best: Count): boolean {
  if (count.plane.by === 'beyond' && count.agree < count.of) return false;
  return worth(count) > worth(best) + count.of * clearly;
}
/** The share of all names by which something has to be borne out better than what is likelier to begin with. */
const clearly = 0.15;
/** What a vote is worth: names that agree count for it, each that does not twice against it. */
export const worth = ({ agree, of }: { readonly agree: number; readonly of: number }): number =>
  agree - 2 * (of - agree);

/** The facing that names say, when they say one; null: too few, or they say several things. */
export function readFacing(votes: readonly FacingVotes[], declared: Facing | null): FacingVotes | null {
  const [best, next] = votes;
  if (!best?.both || best.agree < leastNames || best.agree < best.of * leastShare) return null;
  const isAgainst = declared !== null && best.facing !== declared;
  if (isAgainst && (best.agree < namesAgainst || best.agree < best.of * shareAgainst)) return null;
  // Where all stands on a diagonal, two facings are borne out alike: then none is.
  return next && worth(next) >= worth(best) ? null : best;
}

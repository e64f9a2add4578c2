import type { Facing } from '../../frames/frame.js';
import type { SaidFacing } from '../../frames/said-facing.js';

/** What things of one shape are called in another scene. */
export interface ShapeWord {
  /** Of the geometry (Shape.digest). */
  readonly digest: string;
  /** What most of them are called; empty: none has a name that is right. */
  readonly text: string;
  /** How many are called so, of all with a right name. */
  readonly count: number;
  readonly of: number;
}
/** The same over the other scenes of a project. */
export interface KnownShape extends ShapeWord {
  /** One of the scenes that say so. */
  readonly scene: string;
}
/** By the digest of a shape: what the other scenes of the project call it. */
export type KnownShapes = ReadonlyMap<string, KnownShape>;

/** The same over the other scenes of a project. */
export interface KnownFacing extends SaidFacing {
  readonly scenes: number;
  /** Whether enough say so to go by; else it is only likelier than another. */
  readonly sure: boolean;
}
/** What the other scenes of a project tell of one. */
export interface KnownElsewhere {
  readonly shapes: KnownShapes;
  /** Null: they say nothing, or several things. */
  readonly facing: KnownFacing | null;
}
/** Of the names of other scenes so great a share agree; to be sure so many names in so many scenes. */
const [agreed, enoughNames, enoughScenes] = [0.9, 6, 2];

/** Which way assets of a project face, by what its other scenes say; null: nobody does, or they do not agree. */
export function knownFacing(said: readonly SaidFacing[]): KnownFacing | null {
  const names = new Map<Facing, { names: number; scenes: number }>();
  let all = 0;
  for (const one of said) {
    const now = names.get(one.facing) ?? { names: 0, scenes: 0 };
    names.set(one.facing, { names: now.names + one.names, scenes: now.scenes + 1 });
    all += one.names;
  }
  const [top] = [...names].sort((a, b) => b[1].names - a[1].names);
  if (!top || top[1].names < all * agreed) return null;
  const sure = top[1].names >= enoughNames && top[1].scenes >= enoughScenes;
  return { facing: top[0], ...top[1], sure };
}

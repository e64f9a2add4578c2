import type { FittedConvention, PinnedConvention } from '@renquil/api';

type Held = Pick<PinnedConvention, 'id' | 'shipped'>;

/** Whether a scene is held to this one. */
export function isHeld({ id, shipped }: Held, held: Held | undefined): boolean {
  return held !== undefined && id === held.id && shipped === held.shipped;
}

/** Most names first; of equals what the scene is held to, then the project's own, then those that come with Renquil. */
export function byFit(fits: readonly FittedConvention[], held: Held | undefined): FittedConvention[] {
  const rank = (one: FittedConvention): number => (isHeld(one, held) ? 0 : one.id !== null ? 1 : 2);
  return [...fits].sort((a, b) => b.fits - a.fits || rank(a) - rank(b));
}

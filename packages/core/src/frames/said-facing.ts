import type { Facing, Frames } from './frame.js';

/** Which way the assets of a scene face by the names in it, and how many names say so. */
export interface SaidFacing {
  readonly facing: Facing;
  readonly names: number;
}

/** Which way most of a scene's assets face, of those whose names or attributes say so; null: none does. */
export function saidFacing({ all }: Frames): SaidFacing | null {
  const names = new Map<Facing, number>();
  for (const { facing, facingBy, agree } of all)
    if (facingBy === 'read' || facingBy === 'told' || (facingBy === 'declared' && agree > 0))
      names.set(facing, (names.get(facing) ?? 0) + Math.max(1, agree));
  const [top] = [...names].sort((a, b) => b[1] - a[1]);
  return top ? { facing: top[0], names: top[1] } : null;
}

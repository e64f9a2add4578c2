import type { Mat4 } from '@renquil/core/math';

/** Worlds are kept until something above them changes, so most are the very same list. */
export function sameWorld(a: Mat4, b: Mat4): boolean {
  if (a === b) return true;
  for (let i = 0; i < 16; i++) if (a[i] !== b[i]) return false;
  return true;
}

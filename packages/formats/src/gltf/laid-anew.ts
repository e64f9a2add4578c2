/** How a picture is laid on by a format that counts from the bottom left: scaled, then turned against the clock, then moved. */
export interface LaidAnew {
  readonly scale: readonly [number, number];
  /** Degrees. */
  readonly turn: number;
  readonly offset: readonly [number, number];
}
/** As it is. */
export const laidAsItIs: LaidAnew = { scale: [1, 1], turn: 0, offset: [0, 0] };

/**
 * The same for glTF, which counts from the top left (KHR_texture_transform): what goes beside the index of a texture. Nothing
 * where it is laid on as it is, or its numbers are none.
 *
 * With v = 1 - t, the map (s, t) -> R S (s, t) + T is the same turn and scale of (u, v), moved by (T.x - sin S.y, 1 - cos S.y - T.y).
 */
export function laidAnew({ scale: [x, y], turn, offset: [s, t] }: LaidAnew): { extensions?: object } {
  if (![x, y, turn, s, t].every(Number.isFinite)) return {};
  if (x === 1 && y === 1 && turn === 0 && s === 0 && t === 0) return {};
  const angle = (turn * Math.PI) / 180;
  const rounded = (n: number): number => Math.round(n * 1e9) / 1e9 || 0;
  const offset = [rounded(s - Math.sin(angle) * y), rounded(1 - Math.cos(angle) * y - t)];
  const KHR_texture_transform = { offset, rotation: rounded(angle), scale: [x, y] };
  return { extensions: { KHR_texture_transform } };
}

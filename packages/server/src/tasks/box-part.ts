import type { Box } from '@renquil/core/math';
import type { DecodedPart } from '@renquil/formats';

/** A box as twelve triangles: for a shape that cannot be looked into, or has more points than a small picture needs. */
export function boxPart({ min, max }: Box): DecodedPart {
  const corners = Array.from({ length: 8 }, (_, i) => [0, 1, 2].map((k) => ((i >> k) & 1 ? max : min)[k]!));
  const sides = [
    [0, 2, 6, 4],
    [1, 5, 7, 3],
    [0, 4, 5, 1],
    [2, 3, 7, 6],
    [0, 1, 3, 2],
    [4, 6, 7, 5],
  ] as const;
  return {
    positions: Float32Array.from(corners.flat()),
    normals: null,
    indices: Uint32Array.from(sides.flatMap(([a, b, c, d]) => [a, c, b, a, d, c])),
    lines: false,
    material: null,
  };
}

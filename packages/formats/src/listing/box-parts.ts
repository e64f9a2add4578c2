import type { ShapePart } from '../gltf/glb-builder.js';

/** Corners of the twelve triangles of a box whose points are counted x, then y, then z; seen from outside they run against the clock. */
const corners = [
  [0, 2, 1, 1, 2, 3],
  [4, 5, 6, 5, 7, 6],
  [0, 1, 4, 1, 5, 4],
  [2, 6, 3, 3, 6, 7],
  [0, 4, 2, 2, 4, 6],
  [1, 3, 5, 3, 7, 5],
].flat();

/** The box of what fills it, a share of its faces for each material. */
export function boxParts(
  { min, max }: { readonly min: readonly number[]; readonly max: readonly number[] },
  materials: readonly number[],
): ShapePart[] {
  const points: number[] = [];
  for (let i = 0; i < 8; i++)
    points.push((i & 1 ? max : min)[0]!, (i & 2 ? max : min)[1]!, (i & 4 ? max : min)[2]!);
  const worn = materials.length ? [...new Set(materials)] : [-1];
  return worn.map((material, i) => {
    // More materials than triangles: the first ones are drawn more than once.
    const own = corners.filter((_, at) => Math.floor(at / 3) % worn.length === i);
    return { points, corners: own.length ? own : corners.slice(0, 3), isLines: false, material };
  });
}

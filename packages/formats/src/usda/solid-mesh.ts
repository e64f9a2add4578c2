import { determinant3, transformPoint, type Mat4, type Vec3 } from '@renquil/core/math';
import { tupleText } from './usda-statements.js';

/**
 * A solid with a transform worked in, as what a mesh says (OpenUSD, UsdGeomMesh): its points and triangles, which are what is
 * drawn of it. A cube that was sheared is none any more.
 */
export function meshLines(
  { points, corners }: { readonly points: readonly number[]; readonly corners: readonly number[] },
  by: Mat4,
): string[] {
  const moved: string[] = [];
  for (let i = 0; i + 2 < points.length; i += 3) {
    const [x, y, z] = transformPoint(by, [points[i]!, points[i + 1]!, points[i + 2]!] as Vec3);
    // As many digits as a float holds.
    moved.push(tupleText([x, y, z].map((n) => Number(n.toPrecision(9)) || 0)));
  }
  return [
    `int[] faceVertexCounts = [${new Array<number>(corners.length / 3).fill(3).join(', ')}]`,
    `int[] faceVertexIndices = [${corners.join(', ')}]`,
    `point3f[] points = [${moved.join(', ')}]`,
    'uniform token subdivisionScheme = "none"',
    ...(determinant3(by) < 0 ? ['uniform token orientation = "leftHanded"'] : []),
  ];
}

import type { SceneObject } from '@renquil/core/scene';
import type { FileUnits } from '../file-units.js';
import { tupleText } from './usda-statements.js';

/** The footprint of a control, as what a curve says (OpenUSD, UsdGeomBasisCurves). */
export function outlineLines({ outline }: SceneObject, units: FileUnits): string[] {
  if (!outline) return [];
  const points = outline.map((point) =>
    units.back([1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, ...point, 1]).slice(12, 15),
  );
  return [
    'uniform token type = "linear"',
    'uniform token wrap = "periodic"',
    `int[] curveVertexCounts = [${points.length}]`,
    `point3f[] points = [${points.map(tupleText).join(', ')}]`,
  ];
}

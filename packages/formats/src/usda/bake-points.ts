import { determinant3, invertAffine, transformPoint, type Mat4, type Vec3 } from '@renquil/core/math';
import type { BytePatch } from './layer-text.js';
import type { UsdaProperty } from './usda-properties.js';
import type { UsdaStage } from './usda-stage.js';
import { tupleText } from './usda-statements.js';

/** What a mesh says of its points itself: all that a transform worked into them changes. */
interface OwnPoints {
  readonly points: UsdaProperty;
  readonly normals: UsdaProperty | null;
  readonly extent: UsdaProperty | null;
  readonly orientation: UsdaProperty | null;
}
/** Why a transform cannot be worked into the points of a place, in words; else its own properties. */
export function ownPoints(stage: UsdaStage, place: number): OwnPoints | string {
  const type = stage.typeOf(place);
  if (type !== 'Mesh' && !/^(Basis|Nurbs|Hermite)Curves$/.test(type))
    return `is a ${type || 'prim of no type'}, which has no points of its own`;
  if (stage.brought(place).length) return 'takes its shape over from another prim';
  const [prim] = stage.ownSpecs(place);
  const own = prim === undefined ? [] : stage.layer.properties.of(stage.layer.prims[prim]!.own);
  const find = (name: string): UsdaProperty | null =>
    own.findLast((one) => one.name === name && !one.part && one.value !== null) ?? null;
  const points = find('points');
  if (!points) return 'says its points in a variant, in another file, or over time';
  const overTime = ['points', 'normals', 'extent', 'orientation'].some((name) =>
    stage.property(place, name, 'timeSamples'),
  );
  if (overTime) return 'has points that move over time';
  return { points, normals: find('normals'), extent: find('extent'), orientation: find('orientation') };
}
/** What changes in the text when a transform (of the layer's own units) is worked into points, and what is said anew. */
export function bakedPoints(
  stage: UsdaStage,
  { points, normals, extent, orientation }: OwnPoints,
  matrix: Mat4,
): { readonly patches: BytePatch[]; readonly lines: string[] } {
  const put = points.type.includes('3d') ? (n: number): number => n : asFloat;
  const moved = vectors(stage.numbers(points.value)).map((p): Vec3 => {
    const [x, y, z] = transformPoint(matrix, p);
    return [put(x), put(y), put(z)];
  });
  const patches: BytePatch[] = [{ ...points.value!, put: listText(moved) }];
  const lines: string[] = [];
  const back = invertAffine(matrix);
  if (normals && back) {
    // Normals go by the inverse transpose.
    const turned = vectors(stage.numbers(normals.value)).map(([x, y, z]): Vec3 => {
      const n = [0, 4, 8].map((c) => back[c]! * x + back[c + 1]! * y + back[c + 2]! * z) as [
        number,
        number,
        number,
      ];
      const length = Math.hypot(...n) || 1;
      return [asFloat(n[0] / length), asFloat(n[1] / length), asFloat(n[2] / length)];
    });
    patches.push({ ...normals.value!, put: listText(turned) });
  }
  if (extent && moved.length) {
    const [low, high] = [Math.min, Math.max].map((pick) =>
      [0, 1, 2].map((k) => moved.reduce((held, p) => pick(held, p[k]!), moved[0]![k]!)),
    );
    patches.push({ ...extent.value!, put: `[${tupleText(low!)}, ${tupleText(high!)}]` });
  }
  if (determinant3(matrix) < 0) {
    const other = stage.text(orientation?.value) === 'leftHanded' ? '"rightHanded"' : '"leftHanded"';
    if (orientation?.value) patches.push({ ...orientation.value, put: other });
    else lines.push(`uniform token orientation = ${other}`);
  }
  return { patches, lines };
}
/** As many digits as a float holds: what is beyond them is noise of the reckoning (IEEE 754, nine significant digits). */
function asFloat(n: number): number {
  return Number(n.toPrecision(9)) || 0;
}
function vectors(numbers: readonly number[]): Vec3[] {
  return Array.from({ length: Math.floor(numbers.length / 3) }, (_, i): Vec3 => [
    numbers[3 * i]!,
    numbers[3 * i + 1]!,
    numbers[3 * i + 2]!,
  ]);
}
function listText(list: readonly Vec3[]): string {
  return `[${list.map(tupleText).join(', ')}]`;
}

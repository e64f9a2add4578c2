import { identityMat4, invertAffine, multiply, type Mat4 } from '@renquil/core/math';
import type { UsdaStage } from './usda-stage.js';
import { stringsIn } from './xform-ops.js';

/** A joint of a skeleton: no prim, but a word in the list of its skeleton (OpenUSD, UsdSkelSkeleton, `joints`). */
export interface UsdaJoint {
  /** The place of its skeleton. */
  readonly skeleton: number;
  /** As the list has it: the names from the root on, with `/` between. */
  readonly path: string;
  readonly name: string;
  /** Among the joints of all skeletons; -1: it stands right under its skeleton. */
  readonly parent: number;
  /** At rest, under its parent: column vectors, in the units of the layer. */
  readonly matrix: Mat4;
}
/** Joints of a whole layer. */
const mostJoints = 200_000;

/** The joints of skeletons, in the order of their lists, parents first. A list that is none of paths has none. */
export function jointsOf(stage: UsdaStage, skeletons: readonly number[]): UsdaJoint[] {
  const all: UsdaJoint[] = [];
  for (const skeleton of skeletons) {
    const value = stage.property(skeleton, 'joints')?.value;
    const paths = value ? stringsIn(stage, value) : [];
    if (!paths.length || all.length + paths.length > mostJoints || !arePaths(paths)) continue;
    const at = new Map(paths.map((path, i) => [path, i]));
    const matrices = restOf(stage, skeleton, paths, at);
    // A list may name a joint before the one that it stands under; a scene has parents first.
    const order = paths.map((_, i) => i).sort((a, b) => depthOf(paths[a]!) - depthOf(paths[b]!) || a - b);
    const first = all.length;
    const place = new Map(order.map((i, n) => [i, first + n]));
    for (const i of order) {
      const path = paths[i]!;
      const above = parentOf(path, at);
      all.push({
        ...{ skeleton, path, name: path.slice(path.lastIndexOf('/') + 1), matrix: matrices[i]! },
        parent: above < 0 ? -1 : place.get(above)!,
      });
    }
  }
  return all;
}
const depthOf = (path: string): number => path.split('/').length;
function arePaths(paths: readonly string[]): boolean {
  return (
    new Set(paths).size === paths.length &&
    paths.every((path) => path.length <= 4096 && path.split('/').every((name) => name !== ''))
  );
}
/** The nearest above it that is in the list (UsdSkelTopology). */
function parentOf(path: string, at: ReadonlyMap<string, number>): number {
  for (let end = path.lastIndexOf('/'); end > 0; end = path.lastIndexOf('/', end - 1)) {
    const found = at.get(path.slice(0, end));
    if (found !== undefined) return found;
  }
  return -1;
}
/** How each stands at rest; where that is not said, as the skin was bound. */
function restOf(
  stage: UsdaStage,
  skeleton: number,
  paths: readonly string[],
  at: ReadonlyMap<string, number>,
): Mat4[] {
  const said = (name: string): Mat4[] | null => {
    const numbers = stage.numbers(stage.property(skeleton, name)?.value);
    if (numbers.length !== paths.length * 16 || !numbers.every(Number.isFinite)) return null;
    // Row vectors row by row are column vectors column by column.
    return paths.map((_, i) => numbers.slice(i * 16, i * 16 + 16));
  };
  const rest = said('restTransforms');
  if (rest) return rest;
  const bound = said('bindTransforms');
  if (!bound) return paths.map(() => identityMat4);
  return paths.map((path, i) => {
    const above = parentOf(path, at);
    return above < 0 ? bound[i]! : multiply(invertAffine(bound[above]!) ?? identityMat4, bound[i]!);
  });
}

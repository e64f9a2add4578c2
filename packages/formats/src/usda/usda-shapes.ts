import { transformPoint, identityMat4, multiply, type Mat4, type Vec3 } from '@renquil/core/math';
import { firstSample, stringsIn, xformOps } from './xform-ops.js';
import type { ShapePart } from '../gltf/glb-builder.js';
import { laidPart } from '../gltf/laid-part.js';
import { laidOf } from './laid-points.js';
import type { UsdaMaterials } from './usda-materials.js';
import type { UsdaStage } from './usda-stage.js';
import { standsAlone } from './usda-outline.js';
import { solidOf } from './usda-solids.js';

/** Prims that one instance draws at most; what has more is drawn without the rest. */
const mostDrawn = 10_000;
/** Numbers of points that are drawn for arcs in all, beside as many as the text has letters: a layer of a few lines may bring in a million points a thousand times. */
const mostBrought = 10_000_000;
/** Arcs in each other that are followed for drawing. */
const mostNested = 32;
/** Something that is drawn for a prim that takes over from others. */
interface Brought {
  readonly at: number;
  readonly above: Mat4;
  /** It stands below the prim itself, where something is said of what is brought in. */
  readonly isSaid: boolean;
  readonly depth: number;
}
interface FaceLists {
  readonly corners: number[];
  readonly places: number[];
  readonly faces: number[];
}
/** The faces of a mesh: how many corners each has, which points they are of; of how many points. */
interface Faces {
  readonly counts: readonly number[];
  readonly corners: readonly number[];
  readonly most: number;
  readonly isLeft: boolean;
}
/** What a shape hangs on, beside what binds it to a material. */
const shaping: ReadonlySet<string> = new Set([
  ...['points', 'faceVertexCounts', 'faceVertexIndices', 'orientation', 'curveVertexCounts', 'wrap'],
  ...['size', 'radius', 'height', 'width', 'length', 'axis', 'material:binding'],
]);

/** Types that draw nothing, whatever else is said. */
const plain: ReadonlySet<string> = new Set(['', 'Xform', 'Scope']);

/** Shapes that prims draw themselves: meshes, curves, points of solids. */
export class UsdaShapes {
  constructor(
    readonly stage: UsdaStage,
    readonly materials: UsdaMaterials,
  ) {
    // What the text itself holds, once each, is no more than it says; beyond that a few lines could bring in anything.
    this.#left = mostBrought + stage.bytes.length;
  }
  #left: number;

  /** Whether a prim says something of its shape itself, so that it cannot be one with what it takes over. */
  isOwn(place: number): boolean {
    return (
      this.stage.specs(place).some((prim) => !plain.has(this.stage.layer.prims[prim]!.type)) ||
      this.stage.properties(place, (name) => shaping.has(name) || name.startsWith('primvars:')).length > 0 ||
      this.stage.namespace.places[place]!.children.some(
        (at) => this.stage.specs(at).length > 0 && this.stage.typeOf(at) === 'GeomSubset',
      )
    );
  }
  /** Of a prim alone; null: it draws nothing. */
  of(place: number): ShapePart[] | null {
    const type = this.stage.typeOf(place);
    if (type === 'Mesh') return this.#mesh(place);
    if (type === 'BasisCurves' || type === 'NurbsCurves' || type === 'HermiteCurves')
      return this.#curves(place);
    const solid = solidAt(this.stage, place);
    return solid && [{ ...solid, isLines: false, material: this.materials.boundTo(place) }];
  }
  /**
   * What a prim draws which takes over from others; null: nothing, or more than there is room for.
   * @param isWhole with all that stands below it by that
   */
  taken(place: number, isWhole: boolean): ShapePart[] | null {
    if (this.#left <= 0) return null;
    const own = this.of(place) ?? [];
    this.#left -= own.reduce((sum, { points }) => sum + points.length, 0);
    const parts = isWhole ? [...own, ...this.#brought(place)] : own;
    return parts.length ? parts : null;
  }
  /** Of what arcs bring in below a prim: all that stands under their targets, in one, as what is said of it below the prim has it. */
  #brought(place: number): ShapePart[] {
    const parts: ShapePart[] = [];
    let drawn = 0;
    const stack = this.#below({ at: place, above: identityMat4, isSaid: true, depth: 0 });
    while (stack.length && drawn++ < mostDrawn && this.#left > 0) {
      const one = stack.pop()!;
      const { matrix, resets } = xformOps(this.stage, one.at);
      const world = resets ? matrix : multiply(one.above, matrix);
      if (this.stage.word(this.stage.field(one.at, 'active')?.value) === 'false') continue;
      for (const part of this.of(one.at) ?? []) {
        this.#left -= part.points.length;
        parts.push({ ...part, points: moved(part.points, world) });
      }
      for (const child of this.#below({ ...one, above: world })) stack.push(child);
    }
    return parts;
  }
  /** What stands below: said there itself, and brought in by arcs; each name once, by who says most of it. */
  #below({ at, above, isSaid, depth }: Brought): Brought[] {
    const { namespace } = this.stage;
    const names = new Set<string>();
    const found: Brought[] = [];
    const add = (child: number, isItself: boolean, deeper: number): void => {
      const { name } = namespace.places[child]!;
      if (names.has(name)) return;
      names.add(name);
      // What stands below the prim by itself is an object of its own.
      if (isItself && standsAlone(this.stage, child)) return;
      found.push({ at: child, above, isSaid: isItself, depth: deeper });
    };
    for (const child of namespace.places[at]!.children) add(child, isSaid, depth);
    if (depth >= mostNested) return found;
    for (const target of this.stage.brought(at))
      for (const child of namespace.places[target]!.children) add(child, false, depth + 1);
    return found;
  }

  #numbers(place: number, name: string): number[] {
    return numbersAt(this.stage, place, name);
  }
  #mesh(place: number): ShapePart[] | null {
    const points = this.#numbers(place, 'points');
    const counts = this.#numbers(place, 'faceVertexCounts');
    const corners = this.#numbers(place, 'faceVertexIndices');
    if (points.length < 9) return null;
    const isLeft = this.stage.text(this.stage.property(place, 'orientation')?.value) === 'leftHanded';
    const byMaterial = this.#triangles(place, { counts, corners, most: points.length / 3, isLeft });
    const parts = [...byMaterial].map(([material, list]): ShapePart => {
      const part = { points, corners: list.corners, isLines: false, material };
      const primvar = this.materials.laidBy.get(material);
      const laid = primvar === undefined ? null : laidOf(this.stage, place, primvar);
      return laid ? laidPart(part, list, laid) : part;
    });
    return parts.length ? parts : null;
  }
  /** Corners of triangles by material, for parts with pictures with where each stood among the corners of the faces. */
  #triangles(place: number, { counts, corners, most, isLeft }: Faces): Map<number, FaceLists> {
    const byMaterial = new Map<number, FaceLists>();
    const subsets = this.#subsets(place);
    const own = this.materials.boundTo(place);
    let list: FaceLists | null = null;
    let [at, last, wears] = [0, own, false];
    for (let face = 0; face < counts.length; face++) {
      const [count, from] = [counts[face]!, at];
      at += count;
      if (!(count >= 3) || at > corners.length) continue;
      const material = subsets?.get(face) ?? own;
      if (!list || material !== last) {
        list = byMaterial.get(material) ?? { corners: [], places: [], faces: [] };
        byMaterial.set(material, list);
        wears = this.materials.laidBy.has(material);
        last = material;
      }
      const a = corners[from]!;
      for (let i = 1; i + 1 < count; i++) {
        const [second, third] = isLeft ? [from + i + 1, from + i] : [from + i, from + i + 1];
        const [b, c] = [corners[second]!, corners[third]!];
        if (!(a >= 0 && a < most && b >= 0 && b < most && c >= 0 && c < most)) continue;
        list.corners.push(a, b, c);
        if (!wears) continue;
        list.places.push(from, second, third);
        list.faces.push(face, face, face);
      }
    }
    return byMaterial;
  }
  /** Faces that a subset of the family for materials gives another one. */
  #subsets(place: number): Map<number, number> | null {
    const { children } = this.stage.namespace.places[place]!;
    if (!children.length) return null;
    const found = new Map<number, number>();
    for (const child of children) {
      if (this.stage.typeOf(child) !== 'GeomSubset') continue;
      const material = this.materials.boundTo(child);
      for (const face of this.#numbers(child, 'indices')) found.set(face, material);
    }
    return found;
  }
  #curves(place: number): ShapePart[] | null {
    const points = this.#numbers(place, 'points');
    const counts = this.#numbers(place, 'curveVertexCounts');
    const isRing =
      stringsIn(this.stage, this.stage.property(place, 'wrap')?.value ?? { start: 0, end: 0 })[0] ===
      'periodic';
    const corners: number[] = [];
    let at = 0;
    for (const count of counts) {
      if (!(count >= 2) || at + count > points.length / 3) break;
      for (let i = 0; i + 1 < count; i++) corners.push(at + i, at + i + 1);
      if (isRing) corners.push(at + count - 1, at);
      at += count;
    }
    return corners.length ? [{ points, corners, isLines: true, material: -1 }] : null;
  }
}

/** Numbers that a place says, of the first sample where they change over time. */
function numbersAt(stage: UsdaStage, place: number, name: string): number[] {
  const value = stage.property(place, name)?.value;
  const samples = value ? null : stage.property(place, name, 'timeSamples')?.value;
  const from = value ?? (samples ? firstSample(stage, samples) : null);
  return stage.numbers(from);
}
/** The solid that a place is; null: it is none. */
export function solidAt(stage: UsdaStage, place: number): ReturnType<typeof solidOf> {
  return solidOf(
    stage.typeOf(place),
    (name) => numbersAt(stage, place, name),
    (name) => stage.text(stage.property(place, name)?.value),
  );
}
function moved(points: readonly number[], by: Mat4): number[] {
  const out: number[] = [];
  for (let i = 0; i + 2 < points.length; i += 3)
    out.push(...transformPoint(by, [points[i]!, points[i + 1]!, points[i + 2]!] as Vec3));
  return out;
}

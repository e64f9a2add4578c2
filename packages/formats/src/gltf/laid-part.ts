import type { ShapePart } from './glb-builder.js';

/** Where the points of a mesh lie in a picture: for each corner of a face, each point, each face, or all. */
export interface Laid {
  readonly per: 'faceVarying' | 'vertex' | 'uniform' | 'constant';
  /** Two numbers each, from the bottom left on. */
  readonly values: readonly number[];
  /** Which of them each entry means; none: each its own. */
  readonly indices: readonly number[];
}
/** Corners of triangles, with where each stood among the corners of the faces, and its face. */
export interface FaceCorners {
  readonly corners: readonly number[];
  readonly places: readonly number[];
  readonly faces: readonly number[];
}
/** A part whose points are one for each place in a picture that they lie at. */
export function laidPart(
  part: ShapePart,
  { corners, places, faces }: FaceCorners,
  { per, values, indices }: Laid,
): ShapePart {
  const points: number[] = [];
  const laid: number[] = [];
  const at = new Map<number, number>();
  const most = values.length / 2 + 1;
  const made = corners.map((corner, i) => {
    const entry = { faceVarying: places[i]!, vertex: corner, uniform: faces[i]!, constant: 0 }[per];
    const value = indices.length ? (indices[entry] ?? -1) : entry;
    const isThere = value >= 0 && value + 1 < most;
    const key = corner * most + (isThere ? value + 1 : 0);
    let known = at.get(key);
    if (known === undefined) {
      at.set(key, (known = points.length / 3));
      points.push(part.points[3 * corner]!, part.points[3 * corner + 1]!, part.points[3 * corner + 2]!);
      // The format counts from the bottom, glTF from the top.
      laid.push(isThere ? values[2 * value]! : 0, isThere ? 1 - values[2 * value + 1]! : 0);
    }
    return known;
  });
  return { ...part, points, corners: made, laid };
}

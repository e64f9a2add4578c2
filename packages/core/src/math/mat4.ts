/** 4x4 matrices in double precision, column-major as in glTF 2.0 (element at row r, column c is m[4 * c + r]). */
export type Vec3 = readonly [number, number, number];
/** A rotation as a unit quaternion: x, y, z, w, as in glTF 2.0. */
export type Quat = readonly [number, number, number, number];
/** Sixteen numbers, column by column, as in glTF 2.0: the translation is at 12, 13, 14. */
export type Mat4 = readonly number[];

/** Leaves everything where it is. */
export const identityMat4: Mat4 = Object.freeze([1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1]);

/** a * b: first b, then a (column vectors). */
export function multiply(a: Mat4, b: Mat4): Mat4 {
  // Written out: this runs once for every object of a scene.
  return [
    a[0]! * b[0]! + a[4]! * b[1]! + a[8]! * b[2]! + a[12]! * b[3]!,
    a[1]! * b[0]! + a[5]! * b[1]! + a[9]! * b[2]! + a[13]! * b[3]!,
    a[2]! * b[0]! + a[6]! * b[1]! + a[10]! * b[2]! + a[14]! * b[3]!,
    a[3]! * b[0]! + a[7]! * b[1]! + a[11]! * b[2]! + a[15]! * b[3]!,
    a[0]! * b[4]! + a[4]! * b[5]! + a[8]! * b[6]! + a[12]! * b[7]!,
    a[1]! * b[4]! + a[5]! * b[5]! + a[9]! * b[6]! + a[13]! * b[7]!,
    a[2]! * b[4]! + a[6]! * b[5]! + a[10]! * b[6]! + a[14]! * b[7]!,
    a[3]! * b[4]! + a[7]! * b[5]! + a[11]! * b[6]! + a[15]! * b[7]!,
    a[0]! * b[8]! + a[4]! * b[9]! + a[8]! * b[10]! + a[12]! * b[11]!,
    a[1]! * b[8]! + a[5]! * b[9]! + a[9]! * b[10]! + a[13]! * b[11]!,
    a[2]! * b[8]! + a[6]! * b[9]! + a[10]! * b[10]! + a[14]! * b[11]!,
    a[3]! * b[8]! + a[7]! * b[9]! + a[11]! * b[10]! + a[15]! * b[11]!,
    a[0]! * b[12]! + a[4]! * b[13]! + a[8]! * b[14]! + a[12]! * b[15]!,
    a[1]! * b[12]! + a[5]! * b[13]! + a[9]! * b[14]! + a[13]! * b[15]!,
    a[2]! * b[12]! + a[6]! * b[13]! + a[10]! * b[14]! + a[14]! * b[15]!,
    a[3]! * b[12]! + a[7]! * b[13]! + a[11]! * b[14]! + a[15]! * b[15]!,
  ];
}

/** The same into a list that is there already: for work over a million matrices of which none is kept. */
export function multiplyInto(out: Float64Array, a: Mat4, b: Mat4): Float64Array {
  for (let c = 0; c < 16; c += 4)
    for (let r = 0; r < 4; r++)
      out[c + r] = a[r]! * b[c]! + a[4 + r]! * b[c + 1]! + a[8 + r]! * b[c + 2]! + a[12 + r]! * b[c + 3]!;
  return out;
}

/** Determinant of the upper left 3x3 block: negative when the transform turns handedness. */
export function determinant3(m: Mat4): number {
  return (
    m[0]! * (m[5]! * m[10]! - m[9]! * m[6]!) -
    m[4]! * (m[1]! * m[10]! - m[9]! * m[2]!) +
    m[8]! * (m[1]! * m[6]! - m[5]! * m[2]!)
  );
}

/**
 * Inverse of an affine matrix (last row 0 0 0 1), or null when it cannot be inverted: when the determinant is
 * smaller than 1e-12 of the product of the column lengths, so that the answer does not depend on the unit.
 */
export function invertAffine(m: Mat4): Mat4 | null {
  const det = determinant3(m);
  const scale =
    Math.hypot(m[0]!, m[1]!, m[2]!) * Math.hypot(m[4]!, m[5]!, m[6]!) * Math.hypot(m[8]!, m[9]!, m[10]!);
  if (!(Math.abs(det) > 1e-12 * scale) || scale === 0) return null;
  const i = 1 / det;
  const a = (m[5]! * m[10]! - m[9]! * m[6]!) * i;
  const b = (m[9]! * m[2]! - m[1]! * m[10]!) * i;
  const c = (m[1]! * m[6]! - m[5]! * m[2]!) * i;
  const d = (m[8]! * m[6]! - m[4]! * m[10]!) * i;
  const e = (m[0]! * m[10]! - m[8]! * m[2]!) * i;
  const f = (m[4]! * m[2]! - m[0]! * m[6]!) * i;
  const g = (m[4]! * m[9]! - m[8]! * m[5]!) * i;
  const h = (m[8]! * m[1]! - m[0]! * m[9]!) * i;
  const k = (m[0]! * m[5]! - m[4]! * m[1]!) * i;
  const [x, y, z] = [m[12]!, m[13]!, m[14]!];
  return [
    a,
    b,
    c,
    0,
    d,
    e,
    f,
    0,
    g,
    h,
    k,
    0,
    -(a * x + d * y + g * z),
    -(b * x + e * y + h * z),
    -(c * x + f * y + k * z),
    1,
  ];
}

/** A point through a matrix, with translation. */
export function transformPoint(m: Mat4, p: Vec3): Vec3 {
  return [
    m[0]! * p[0] + m[4]! * p[1] + m[8]! * p[2] + m[12]!,
    m[1]! * p[0] + m[5]! * p[1] + m[9]! * p[2] + m[13]!,
    m[2]! * p[0] + m[6]! * p[1] + m[10]! * p[2] + m[14]!,
  ];
}

/** Largest absolute difference of two matrices, for tolerances. */
export function distance(a: Mat4, b: Mat4): number {
  let worst = 0;
  for (let i = 0; i < 16; i++) worst = Math.max(worst, Math.abs(a[i]! - b[i]!));
  return worst;
}

import { determinant3, distance, type Mat4, type Quat, type Vec3 } from './mat4.js';

/** Numbers of a transform, in metres or times as large, are no further from 0 than this: a light second is 3e8 m. */
export const mostMetres = 1e9;

/** A local transform: glTF's translation (metres), rotation (unit quaternion x y z w) and scale, or a raw matrix. */
export type Transform = Readonly<{ t: Vec3; r: Quat; s: Vec3 }> | Readonly<{ m: Mat4 }>;

const none: Transform = { t: [0, 0, 0], r: [0, 0, 0, 1], s: [1, 1, 1] };
/** The one shared identity, so that a million untouched objects share it. */
export const identityTransform: Transform = Object.freeze(none);

/** glTF 2.0 section 3.5.3: the matrix T * R * S. */
export function toMatrix(local: Transform): Mat4 {
  if ('m' in local) return local.m;
  const [x, y, z, w] = local.r;
  const [sx, sy, sz] = local.s;
  return [
    (1 - 2 * (y * y + z * z)) * sx,
    2 * (x * y + z * w) * sx,
    2 * (x * z - y * w) * sx,
    0,
    2 * (x * y - z * w) * sy,
    (1 - 2 * (x * x + z * z)) * sy,
    2 * (y * z + x * w) * sy,
    0,
    2 * (x * z + y * w) * sz,
    2 * (y * z - x * w) * sz,
    (1 - 2 * (x * x + y * y)) * sz,
    0,
    local.t[0],
    local.t[1],
    local.t[2],
    1,
  ];
}

/** Unit quaternion of a rotation matrix (columns orthonormal); the branch with the largest divisor, for precision. */
function rotationOf(m: Mat4): Quat {
  const [a, b, c, d, e, f, g, h, k] = [m[0]!, m[1]!, m[2]!, m[4]!, m[5]!, m[6]!, m[8]!, m[9]!, m[10]!];
  const trace = a + e + k;
  if (trace > 0) {
    const s = 0.5 / Math.sqrt(trace + 1);
    return [(f - h) * s, (g - c) * s, (b - d) * s, 0.25 / s];
  }
  if (a > e && a > k) {
    const s = 2 * Math.sqrt(1 + a - e - k);
    return [0.25 * s, (d + b) / s, (g + c) / s, (f - h) / s];
  }
  if (e > k) {
    const s = 2 * Math.sqrt(1 + e - a - k);
    return [(d + b) / s, 0.25 * s, (h + f) / s, (g - c) / s];
  }
  const s = 2 * Math.sqrt(1 + k - a - e);
  return [(g + c) / s, (h + f) / s, 0.25 * s, (b - d) / s];
}

/**
 * The T R S whose matrix is m within the tolerance (largest element, relative to the largest column), or null when
 * m has shear or a zero scale. A negative determinant puts the sign on X, as glTF readers commonly do.
 */
export function fromMatrix(m: Mat4, tolerance = 1e-6): Transform | null {
  const lengths = [0, 4, 8].map((c) => Math.hypot(m[c]!, m[c + 1]!, m[c + 2]!));
  if (lengths.some((length) => !(length > 0) || !Number.isFinite(length))) return null;
  const sx = determinant3(m) < 0 ? -lengths[0]! : lengths[0]!;
  const s: Vec3 = [sx, lengths[1]!, lengths[2]!];
  const pure = [
    m[0]! / s[0],
    m[1]! / s[0],
    m[2]! / s[0],
    0,
    m[4]! / s[1],
    m[5]! / s[1],
    m[6]! / s[1],
    0,
    m[8]! / s[2],
    m[9]! / s[2],
    m[10]! / s[2],
    0,
    0,
    0,
    0,
    1,
  ];
  const q = rotationOf(pure);
  const n = Math.hypot(...q);
  const r: Quat = [q[0] / n, q[1] / n, q[2] / n, q[3] / n];
  const made: Transform = { t: [m[12]!, m[13]!, m[14]!], r, s };
  const allowed = tolerance * Math.max(1, ...lengths);
  return distance(toMatrix(made), m) <= allowed ? made : null;
}

/** Whether two transforms hold the same numbers; a matrix and channels never do. */
export function sameTransform(a: Transform, b: Transform): boolean {
  if (a === b) return true;
  if ('m' in a || 'm' in b) return 'm' in a && 'm' in b && sameNumbers(a.m, b.m);
  return sameNumbers(a.t, b.t) && sameNumbers(a.r, b.r) && sameNumbers(a.s, b.s);
}

/** Whether two lists hold the same numbers. */
export function sameNumbers(a: readonly number[], b: readonly number[]): boolean {
  if (a === b) return true;
  if (a.length !== b.length) return false;
  // Asked for each object of a scene: nothing is made.
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) return false;
  return true;
}

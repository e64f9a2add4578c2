import type { Quat, Vec3 } from '@renquil/core/math';

/** A unit quaternion (x, y, z, w) as turns about X, Y, Z in degrees, applied in that order (intrinsic XYZ). */
export function toDegrees([x, y, z, w]: Quat): Vec3 {
  const m02 = 2 * (x * z + w * y);
  const [m12, m22] = [2 * (y * z - w * x), 1 - 2 * (x * x + y * y)];
  const [m01, m00] = [2 * (x * y - w * z), 1 - 2 * (y * y + z * z)];
  // Looking straight along Y, X and Z turn about the same axis: all of it is given to X.
  const locked = Math.abs(m02) > 1 - 1e-9;
  const about = [
    locked ? Math.atan2(2 * (y * z + w * x), 1 - 2 * (x * x + z * z)) : Math.atan2(-m12, m22),
    Math.asin(Math.max(-1, Math.min(1, m02))),
    locked ? 0 : Math.atan2(-m01, m00),
  ];
  return about.map((a) => (a * 180) / Math.PI) as unknown as Vec3;
}

/** A quaternion from turns about x, y and z in degrees, in this order. */
export function fromDegrees(degrees: Vec3): Quat {
  const [a, b, c] = degrees.map((d) => (d * Math.PI) / 360) as [number, number, number];
  const [s1, s2, s3] = [Math.sin(a), Math.sin(b), Math.sin(c)];
  const [c1, c2, c3] = [Math.cos(a), Math.cos(b), Math.cos(c)];
  return [
    s1 * c2 * c3 + c1 * s2 * s3,
    c1 * s2 * c3 - s1 * c2 * s3,
    c1 * c2 * s3 + s1 * s2 * c3,
    c1 * c2 * c3 - s1 * s2 * s3,
  ];
}

/** A number as typed in a field: up to three places, no minus before zero. */
export function tidy(n: number): string {
  const text = String(Number(n.toFixed(3)));
  return text === '-0' ? '0' : text;
}

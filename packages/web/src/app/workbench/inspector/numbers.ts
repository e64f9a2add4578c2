/** Metres to the millimetre, no minus before zero. */
export function metres(n: number): string {
  const text = n.toFixed(3);
  return `${text === '-0.000' ? '0.000' : text} m`;
}

/** A unit quaternion (x, y, z, w) as turns about X, Y, Z in degrees, applied in that order (intrinsic XYZ). */
export function degrees([x, y, z, w]: readonly [number, number, number, number]): string[] {
  const m02 = 2 * (x * z + w * y);
  const [m12, m22] = [2 * (y * z - w * x), 1 - 2 * (x * x + y * y)];
  const [m01, m00] = [2 * (x * y - w * z), 1 - 2 * (y * y + z * z)];
  const about = [Math.atan2(-m12, m22), Math.asin(Math.max(-1, Math.min(1, m02))), Math.atan2(-m01, m00)];
  return about.map((a) => {
    const text = ((a * 180) / Math.PI).toFixed(1);
    return `${text === '-0.0' ? '0.0' : text}°`;
  });
}

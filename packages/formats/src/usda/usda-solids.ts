/** Sides that round solids are drawn with. */
const sides = 24;

/** The points and triangles of a solid that a prim names (OpenUSD, UsdGeom: Cube, Sphere, Cylinder, Cone, Capsule, Plane); null: it is none. */
export function solidOf(
  type: string,
  numbers: (name: string) => readonly number[],
  token: (name: string) => string | null,
): { readonly points: number[]; readonly corners: number[] } | null {
  const one = (name: string, otherwise: number): number => numbers(name)[0] ?? otherwise;
  if (type === 'Cube') return cube(one('size', 2) / 2);
  if (type === 'Sphere') return turned(arc(one('radius', 1), -90, 90), 'Z');
  const axis = token('axis') ?? 'Z';
  if (type === 'Plane') {
    const [w, l] = [one('width', 2) / 2, one('length', 2) / 2];
    return along({ points: [-w, -l, 0, w, -l, 0, w, l, 0, -w, l, 0], corners: [0, 1, 2, 0, 2, 3] }, axis);
  }
  const [height, radius] = [
    one('height', type === 'Capsule' ? 1 : 2),
    one('radius', type === 'Capsule' ? 0.5 : 1),
  ];
  const h = height / 2;
  if (type === 'Cylinder')
    return turned(
      [
        [0, -h],
        [radius, -h],
        [radius, h],
        [0, h],
      ],
      axis,
    );
  if (type === 'Cone')
    return turned(
      [
        [0, -h],
        [radius, -h],
        [0, h],
      ],
      axis,
    );
  if (type !== 'Capsule') return null;
  const [low, high] = [arc(radius, -90, 0), arc(radius, 0, 90)];
  return turned(
    [...low.map(([r, z]) => [r, z - h] as const), ...high.map(([r, z]) => [r, z + h] as const)],
    axis,
  );
}
type Profile = readonly (readonly [number, number])[];
interface Solid {
  readonly points: number[];
  readonly corners: number[];
}

function arc(radius: number, from: number, to: number): [number, number][] {
  const steps = 8;
  return Array.from({ length: steps + 1 }, (_, i) => {
    const angle = ((from + ((to - from) * i) / steps) * Math.PI) / 180;
    return [radius * Math.cos(angle), radius * Math.sin(angle)];
  });
}
/** A line of radius and height, turned about Z. */
function turned(profile: Profile, axis: string): Solid {
  const points: number[] = [];
  const corners: number[] = [];
  for (let i = 0; i < sides; i++) {
    const [c, s] = [Math.cos((2 * Math.PI * i) / sides), Math.sin((2 * Math.PI * i) / sides)];
    for (const [r, z] of profile) points.push(r * c, r * s, z);
  }
  const n = profile.length;
  for (let i = 0; i < sides; i++) {
    const [here, there] = [i * n, ((i + 1) % sides) * n];
    for (let k = 0; k + 1 < n; k++) {
      if (profile[k]![0] !== 0) corners.push(here + k, there + k, there + k + 1);
      if (profile[k + 1]![0] !== 0) corners.push(here + k, there + k + 1, here + k + 1);
    }
  }
  return along({ points, corners }, axis);
}
function cube(h: number): Solid {
  const points = [-h, -h, -h, h, -h, -h, h, h, -h, -h, h, -h, -h, -h, h, h, -h, h, h, h, h, -h, h, h];
  const corners = [
    ...[0, 2, 1, 0, 3, 2, 4, 5, 6, 4, 6, 7, 0, 1, 5, 0, 5, 4],
    ...[1, 2, 6, 1, 6, 5, 2, 3, 7, 2, 7, 6, 3, 0, 4, 3, 4, 7],
  ];
  return { points, corners };
}
/** Along another axis than Z: X and Y follow in a ring, so that nothing is mirrored. */
function along(solid: Solid, axis: string): Solid {
  if (axis === 'Z') return solid;
  const out: number[] = [];
  for (let i = 0; i + 2 < solid.points.length; i += 3) {
    const [x, y, z] = solid.points.slice(i, i + 3) as [number, number, number];
    out.push(...(axis === 'X' ? [z, x, y] : [y, z, x]));
  }
  return { points: out, corners: solid.corners };
}

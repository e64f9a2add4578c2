import {
  BoxGeometry,
  BufferAttribute,
  BufferGeometry,
  CatmullRomCurve3,
  CylinderGeometry,
  ExtrudeGeometry,
  LatheGeometry,
  Shape,
  TubeGeometry,
  Vector2,
  Vector3,
} from 'three';
import type { Triple } from './scene-builder.js';

/** A box around its origin, by its whole sides in metres. */
export function box(x: number, y: number, z: number): BufferGeometry {
  return new BoxGeometry(x, y, z);
}

/** A box with rounded upright edges and a small bevel, standing on y = 0. */
export function roundedBlock(x: number, height: number, z: number, radius: number): BufferGeometry {
  const bevel = 0.012;
  const shape = new Shape();
  const [w, d] = [x / 2 - bevel, z / 2 - bevel];
  const r = Math.min(radius, w, d);
  shape
    .moveTo(-w + r, -d)
    .lineTo(w - r, -d)
    .quadraticCurveTo(w, -d, w, -d + r);
  shape.lineTo(w, d - r).quadraticCurveTo(w, d, w - r, d);
  shape.lineTo(-w + r, d).quadraticCurveTo(-w, d, -w, d - r);
  shape.lineTo(-w, -d + r).quadraticCurveTo(-w, -d, -w + r, -d);
  const depth = height - 2 * bevel;
  const made = new ExtrudeGeometry(shape, {
    depth,
    bevelEnabled: true,
    bevelSize: bevel,
    bevelThickness: bevel,
    bevelSegments: 2,
    curveSegments: 6,
  });
  return made.translate(0, 0, bevel).rotateX(-Math.PI / 2);
}

/** A cylinder along y around its origin, in metres. */
export function cylinder(radius: number, height: number, sides = 16): BufferGeometry {
  return new CylinderGeometry(radius, radius, height, sides);
}

/** A grooved rope wheel, axle along X. */
export function sheave(radius: number, width: number): BufferGeometry {
  const w = width / 2;
  const profile = [
    [0.02, -w],
    [radius * 0.86, -w],
    [radius, -w * 0.9],
    [radius, -w * 0.62],
    [radius * 0.84, -w * 0.2],
    [radius * 0.84, w * 0.2],
    [radius, w * 0.62],
    [radius, w * 0.9],
    [radius * 0.86, w],
    [0.02, w],
    [0.02, -w],
  ];
  return new LatheGeometry(
    profile.map(([x, y]) => new Vector2(x, y)),
    24,
  ).rotateZ(Math.PI / 2);
}

/** A pipe along points. */
export function pipe(points: readonly Triple[], radius: number, segments = 24, sides = 10): BufferGeometry {
  const curve = new CatmullRomCurve3(
    points.map((p) => new Vector3(...p)),
    false,
    'catmullrom',
    0.2,
  );
  return new TubeGeometry(curve, segments, radius, sides);
}

/** A ring of a loft: centre, half width across, half height along `up`. */
export interface LoftRing {
  readonly at: Triple;
  readonly across: number;
  readonly up: number;
}

/** A closed body through elliptic rings: how the limbs and trunk of an animal are modelled. */
export function loft(rings: readonly LoftRing[], sides = 14): BufferGeometry {
  const points: number[] = [];
  const index: number[] = [];
  const centres = rings.map((ring) => new Vector3(...ring.at));
  rings.forEach((ring, i) => {
    const before = centres[Math.max(0, i - 1)]!;
    const after = centres[Math.min(rings.length - 1, i + 1)]!;
    const along = after.clone().sub(before).normalize();
    const right = new Vector3(1, 0, 0);
    const up = along.clone().cross(right).normalize();
    for (let s = 0; s < sides; s++) {
      const a = (s / sides) * Math.PI * 2;
      const p = centres[i]!.clone()
        .addScaledVector(right, Math.cos(a) * ring.across)
        .addScaledVector(up, Math.sin(a) * ring.up);
      points.push(p.x, p.y, p.z);
    }
  });
  for (let i = 0; i + 1 < rings.length; i++) {
    for (let s = 0; s < sides; s++) {
      const [a, b] = [i * sides + s, i * sides + ((s + 1) % sides)];
      index.push(a, b, a + sides, b, b + sides, a + sides);
    }
  }
  for (const [ring, flip] of [
    [0, true],
    [rings.length - 1, false],
  ] as const) {
    const centre = points.length / 3;
    points.push(...centres[ring]!.toArray());
    for (let s = 0; s < sides; s++) {
      const [a, b] = [ring * sides + s, ring * sides + ((s + 1) % sides)];
      index.push(...(flip ? [centre, b, a] : [centre, a, b]));
    }
  }
  const made = new BufferGeometry();
  made.setAttribute('position', new BufferAttribute(Float32Array.from(points), 3));
  made.setIndex(index);
  orientOutward(made);
  made.computeVertexNormals();
  return made;
}

/** Flips the winding when the signed volume says that faces look inward. */
function orientOutward(geometry: BufferGeometry): void {
  const p = geometry.attributes['position']!;
  const index = geometry.getIndex()!;
  let volume = 0;
  const [a, b, c] = [new Vector3(), new Vector3(), new Vector3()];
  for (let i = 0; i < index.count; i += 3) {
    a.fromBufferAttribute(p, index.getX(i));
    b.fromBufferAttribute(p, index.getX(i + 1));
    c.fromBufferAttribute(p, index.getX(i + 2));
    volume += a.dot(b.cross(c));
  }
  if (volume >= 0) return;
  const flipped = Array.from(index.array);
  for (let i = 0; i < flipped.length; i += 3)
    [flipped[i + 1], flipped[i + 2]] = [flipped[i + 2]!, flipped[i + 1]!];
  geometry.setIndex(flipped);
}

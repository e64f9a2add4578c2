import { transformPoint, uniteBoxes, type Box, type Vec3 } from '@renquil/core/math';
import type { CompiledConvention } from '@renquil/core/names';
import { drawnWorld, worldBounds, type Scene } from '@renquil/core/scene';
import { staysHome } from '@renquil/core/targets';
import { decodeDrawn, type DecodedPart, type DrawnDocument } from '@renquil/formats';
import { PNG } from 'pngjs';
import { boxPart } from './box-part.js';

const width = 168;
const height = 116;
/** Corners drawn at most; a bigger scene is pictured by its first part, which is enough at this size. */
const budget = 400_000;

/** A small picture for the library: flat shaded, from the front left, drawn in software with a depth buffer. */
export function renderThumbnail(
  scene: Scene,
  source: DrawnDocument,
  convention: CompiledConvention,
): Uint8Array {
  const home = staysHome(scene, convention).all;
  const parts = new Map<number, DecodedPart[]>();
  let box: Box | null = null;
  for (const root of scene.roots) if (!home.has(root)) box = uniteBoxes(box, worldBounds(scene, root));
  const canvas = new Canvas();
  if (!box) return canvas.png();
  const view = viewOf(box);
  let drawn = 0;
  for (const object of scene.walk()) {
    if (object.shape === null || home.has(object.id) || drawn > budget) continue;
    if (!parts.has(object.shape)) parts.set(object.shape, partsOf(scene, source, object.shape));
    const world = drawnWorld(scene, object.id);
    for (const part of parts.get(object.shape)!) {
      if (part.lines) continue;
      drawn += part.indices.length;
      const [r, g, b, a] =
        part.material === null ? [0.6, 0.6, 0.6, 1] : scene.materials[part.material]!.colour;
      if (a < 0.6) continue;
      const at = (i: number): Vec3 =>
        view(
          transformPoint(world, [
            part.positions[3 * i]!,
            part.positions[3 * i + 1]!,
            part.positions[3 * i + 2]!,
          ]),
        );
      for (let i = 0; i + 2 < part.indices.length; i += 3) {
        canvas.triangle(at(part.indices[i]!), at(part.indices[i + 1]!), at(part.indices[i + 2]!), [
          srgb(r),
          srgb(g),
          srgb(b),
        ]);
      }
    }
  }
  return canvas.png();
}

/** A shape of more points than all of the picture may have, and one that cannot be looked into, is its box. */
function partsOf(scene: Scene, source: DrawnDocument, shape: number): DecodedPart[] {
  const { vertices, bounds } = scene.shapes[shape]!;
  const decoded = vertices > budget ? null : decode(source, shape);
  return decoded ?? (bounds ? [boxPart(bounds)] : []);
}

function decode(source: DrawnDocument, shape: number): DecodedPart[] | null {
  try {
    return decodeDrawn(source.json, source.buffers, shape);
  } catch {
    return null;
  }
}

/** World to pixels: turned 35 degrees about up, tipped 20, fitted; the third number grows towards the eye. */
function viewOf(box: Box): (p: Vec3) => Vec3 {
  const [yaw, tip] = [-0.6, 0.35];
  const turn = ([x, y, z]: Vec3): Vec3 => {
    const x1 = x * Math.cos(yaw) + z * Math.sin(yaw);
    const z1 = z * Math.cos(yaw) - x * Math.sin(yaw);
    return [x1, y * Math.cos(tip) - z1 * Math.sin(tip), z1 * Math.cos(tip) + y * Math.sin(tip)];
  };
  const corners = Array.from({ length: 8 }, (_, i) =>
    turn([i & 1 ? box.max[0] : box.min[0], i & 2 ? box.max[1] : box.min[1], i & 4 ? box.max[2] : box.min[2]]),
  );
  const range = (k: 0 | 1): [number, number] => [
    Math.min(...corners.map((c) => c[k])),
    Math.max(...corners.map((c) => c[k])),
  ];
  const [[x0, x1], [y0, y1]] = [range(0), range(1)];
  const scale = Math.min((width - 16) / Math.max(x1 - x0, 1e-9), (height - 16) / Math.max(y1 - y0, 1e-9));
  return (p) => {
    const [x, y, z] = turn(p);
    return [width / 2 + (x - (x0 + x1) / 2) * scale, height / 2 - (y - (y0 + y1) / 2) * scale, z];
  };
}

function srgb(linear: number): number {
  return 255 * (linear <= 0.0031308 ? linear * 12.92 : 1.055 * linear ** (1 / 2.4) - 0.055);
}

class Canvas {
  readonly #png = new PNG({ width, height });
  readonly #depth = new Float32Array(width * height).fill(-Infinity);

  triangle(a: Vec3, b: Vec3, c: Vec3, colour: readonly [number, number, number]): void {
    const area = (b[0] - a[0]) * (c[1] - a[1]) - (c[0] - a[0]) * (b[1] - a[1]);
    if (!Number.isFinite(area) || Math.abs(area) < 1e-9) return;
    const light = shade(a, b, c);
    const [left, right] = [
      Math.max(0, Math.floor(Math.min(a[0], b[0], c[0]))),
      Math.min(width - 1, Math.ceil(Math.max(a[0], b[0], c[0]))),
    ];
    const [top, bottom] = [
      Math.max(0, Math.floor(Math.min(a[1], b[1], c[1]))),
      Math.min(height - 1, Math.ceil(Math.max(a[1], b[1], c[1]))),
    ];
    for (let y = top; y <= bottom; y++) {
      for (let x = left; x <= right; x++) {
        const u = ((b[0] - x) * (c[1] - y) - (c[0] - x) * (b[1] - y)) / area;
        const v = ((c[0] - x) * (a[1] - y) - (a[0] - x) * (c[1] - y)) / area;
        const w = 1 - u - v;
        if (u < 0 || v < 0 || w < 0) continue;
        const depth = u * a[2] + v * b[2] + w * c[2];
        const at = y * width + x;
        if (depth <= this.#depth[at]!) continue;
        this.#depth[at] = depth;
        this.#png.data.set([colour[0] * light, colour[1] * light, colour[2] * light, 255], at * 4);
      }
    }
  }
  /** Transparent where nothing is: the page gives the ground. */
  png(): Uint8Array {
    return new Uint8Array(PNG.sync.write(this.#png));
  }
}

/** Lambert from the upper left, both faces alike, never quite dark. */
function shade(a: Vec3, b: Vec3, c: Vec3): number {
  const u = [b[0] - a[0], b[1] - a[1], (b[2] - a[2]) * 20];
  const v = [c[0] - a[0], c[1] - a[1], (c[2] - a[2]) * 20];
  const n = [u[1]! * v[2]! - u[2]! * v[1]!, u[2]! * v[0]! - u[0]! * v[2]!, u[0]! * v[1]! - u[1]! * v[0]!];
  const length = Math.hypot(n[0]!, n[1]!, n[2]!) || 1;
  return Math.min(1, 0.5 + 0.55 * Math.abs((-0.35 * n[0]! - 0.75 * n[1]! + 0.5 * n[2]!) / length));
}

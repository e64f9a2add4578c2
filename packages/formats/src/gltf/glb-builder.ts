import { joinBytes } from '../join-bytes.js';
import { binChunk, jsonChunk, writeGlb } from './glb.js';
import type { Gltf, GltfMesh, GltfNode } from './gltf-json.js';

/** Part of a shape, in the units of its file: points (3 a vertex), and corners of triangles, or ends of lines. */
export interface ShapePart {
  readonly points: readonly number[];
  readonly corners: readonly number[];
  readonly isLines: boolean;
  /** In the list of materials; -1: none. */
  readonly material: number;
}

/** Puts a .glb together: nodes as they come, shapes as meshes of floats and corners. */
export class GlbBuilder {
  readonly nodes: GltfNode[] = [];
  readonly meshes: GltfMesh[] = [];
  readonly cameras: unknown[] = [];
  readonly lights: unknown[] = [];
  readonly skins: { readonly joints: readonly number[] }[] = [];
  readonly #accessors: NonNullable<Gltf['accessors']> = [];
  readonly #views: NonNullable<Gltf['bufferViews']> = [];
  readonly #parts: Uint8Array[] = [];
  #length = 0;
  readonly #pointsAt = new Map<readonly number[], number>();

  /** A mesh of parts whose points are said by `place`, in metres. Returns its number; null: nothing of it can be drawn. */
  mesh(
    name: string,
    parts: readonly ShapePart[],
    place: (x: number, y: number, z: number) => readonly number[],
    extras?: object,
  ): number | null {
    const primitives = parts.flatMap(({ points, corners, isLines, material }) => {
      if (!corners.length || points.length < 3 || !points.every(Number.isFinite)) return [];
      return [
        {
          attributes: { POSITION: this.#points(points, place) },
          indices: this.#corners(corners),
          ...(material >= 0 ? { material } : {}),
          ...(isLines ? { mode: 1 } : {}),
        },
      ];
    });
    return primitives.length
      ? this.meshes.push({ name, primitives, ...(extras ? { extras } : {}) }) - 1
      : null;
  }
  #points(points: readonly number[], place: (x: number, y: number, z: number) => readonly number[]): number {
    const known = this.#pointsAt.get(points);
    if (known !== undefined) return known;
    const floats = new Float32Array(points.length - (points.length % 3));
    const [min, max] = [
      [Infinity, Infinity, Infinity],
      [-Infinity, -Infinity, -Infinity],
    ];
    for (let i = 0; i < floats.length; i += 3) {
      const put = place(points[i]!, points[i + 1]!, points[i + 2]!);
      for (let k = 0; k < 3; k++) {
        floats[i + k] = put[k]!;
        // As the floats hold it.
        const n = floats[i + k]!;
        if (n < min[k]!) min[k] = n;
        if (n > max[k]!) max[k] = n;
      }
    }
    const view = this.#view(new Uint8Array(floats.buffer), 34962);
    const at = this.#accessors.push({
      bufferView: view,
      componentType: 5126,
      count: floats.length / 3,
      type: 'VEC3',
      min,
      max,
    });
    this.#pointsAt.set(points, at - 1);
    return at - 1;
  }
  /** Keys of a node: seconds that rise, and for each the numbers of what moves. What stays the same throughout gets none. */
  animate(
    node: number,
    seconds: readonly number[],
    values: Readonly<Record<'translation' | 'rotation' | 'scale', readonly number[]>>,
  ): void {
    const input = this.#floats(seconds, 'SCALAR');
    const before = this.#channels.length;
    for (const [path, numbers] of Object.entries(values)) {
      const by = path === 'rotation' ? 4 : 3;
      const isLast = path === 'scale' && this.#channels.length === before;
      if (!isLast && numbers.every((n, i) => n === numbers[i % by])) continue;
      const output = this.#floats(numbers, by === 4 ? 'VEC4' : 'VEC3');
      this.#channels.push({ sampler: this.#samplers.push({ input, output }) - 1, target: { node, path } });
    }
  }
  readonly #channels: { sampler: number; target: { node: number; path: string } }[] = [];
  readonly #samplers: { input: number; output: number }[] = [];
  #floats(numbers: readonly number[], type: 'SCALAR' | 'VEC3' | 'VEC4'): number {
    const floats = Float32Array.from(numbers);
    const count = floats.length / { SCALAR: 1, VEC3: 3, VEC4: 4 }[type];
    const bufferView = this.#view(new Uint8Array(floats.buffer), null);
    // The times of a key must say their bounds (glTF 2.0, section 3.6.2.5).
    const bounds = type === 'SCALAR' ? { min: [floats[0]!], max: [floats.at(-1)!] } : {};
    return this.#accessors.push({ bufferView, componentType: 5126, count, type, ...bounds }) - 1;
  }
  #corners(corners: readonly number[]): number {
    const view = this.#view(new Uint8Array(Uint32Array.from(corners).buffer), 34963);
    return (
      this.#accessors.push({ bufferView: view, componentType: 5125, count: corners.length, type: 'SCALAR' }) -
      1
    );
  }
  #view(bytes: Uint8Array, target: number | null): number {
    const view = {
      ...{ buffer: 0, byteOffset: this.#length, byteLength: bytes.length },
      ...(target === null ? {} : { target }),
    };
    this.#parts.push(bytes);
    this.#length += bytes.length;
    return this.#views.push(view) - 1;
  }
  /** All of it. The floats and corners are of four bytes, so that everything begins where it must (glTF 2.0, section 3.6.2.4). */
  glb(roots: readonly number[], materials: Gltf['materials'], extras: object | null): Uint8Array {
    const bin = joinBytes(this.#parts);
    const json = {
      asset: { version: '2.0', generator: 'Renquil' },
      scene: 0,
      scenes: [{ nodes: roots }],
      ...(this.nodes.length ? { nodes: this.nodes } : {}),
      ...(this.meshes.length ? { meshes: this.meshes } : {}),
      ...(materials?.length ? { materials } : {}),
      ...(this.skins.length ? { skins: this.skins } : {}),
      ...(this.cameras.length ? { cameras: this.cameras } : {}),
      ...(this.#accessors.length ? { accessors: this.#accessors, bufferViews: this.#views } : {}),
      ...(this.#channels.length
        ? { animations: [{ channels: this.#channels, samplers: this.#samplers }] }
        : {}),
      ...(bin.length ? { buffers: [{ byteLength: bin.length }] } : {}),
      ...(extras ? { extras } : {}),
      ...this.#extensions(),
    };
    const text = new TextEncoder().encode(JSON.stringify(json));
    return writeGlb([
      { type: jsonChunk, data: text },
      ...(bin.length ? [{ type: binChunk, data: bin }] : []),
    ]);
  }
  #extensions(): object {
    const used = new Set(this.nodes.flatMap(({ extensions }) => Object.keys(extensions ?? {})));
    if (!used.size) return {};
    const lights = this.lights.length ? { extensions: { KHR_lights_punctual: { lights: this.lights } } } : {};
    return { extensionsUsed: [...used].sort(), ...lights };
  }
}

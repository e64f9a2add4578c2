import { fromMatrix, identityMat4, type Mat4 } from '@renquil/core/math';
import type { FileUnits } from '../file-units.js';
import type { Gltf, GltfMesh, GltfNode, GltfPrimitive } from './gltf-json.js';
import type { GltfSource } from './gltf-source.js';
import { GrowingBytes } from './growing-bytes.js';
import { MadePictures } from './made-pictures.js';
import { madeSource } from './made-source.js';

/** Part of a shape, in the units of its file: points (3 a vertex), and corners of triangles, or ends of lines. */
export interface ShapePart {
  readonly points: readonly number[];
  readonly corners: readonly number[];
  readonly isLines: boolean;
  /** In the list of materials; -1: none. */
  readonly material: number;
  /** Where in its picture each point lies, from the top left on (2 a point); left out: nobody says. */
  readonly laid?: readonly number[];
  /** Whoever made its points has them still, and gives the same again for other meshes. */
  readonly comesAgain?: boolean;
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
  readonly #bytes = new GrowingBytes();
  /** Pictures, for materials to wear. */
  readonly pictures = new MadePictures(this.#bytes, (byteOffset, byteLength) => {
    return this.#views.push({ buffer: 0, byteOffset, byteLength }) - 1;
  });
  readonly #pointsAt = new Map<readonly number[], number>();

  /** A mesh of parts, in the units of a file. Returns its number; null: nothing of it can be drawn. */
  mesh(name: string, parts: readonly ShapePart[], units: FileUnits, extras?: object): number | null {
    const primitives: GltfPrimitive[] = [];
    // Parts of one mesh go by the same points.
    const own = parts.length > 1 ? new Map<readonly number[], number>() : null;
    for (const part of parts) {
      const { points, corners, isLines, material, laid } = part;
      if (!corners.length || points.length < 3 || !areFinite(points)) continue;
      const known = part.comesAgain ? this.#pointsAt : own;
      const at = known?.get(points) ?? this.#points(points, units);
      known?.set(points, at);
      const attributes: Record<string, number> = { POSITION: at };
      if (laid) attributes['TEXCOORD_0'] = this.#laid(laid, points.length);
      const primitive: { -readonly [K in keyof GltfPrimitive]: GltfPrimitive[K] } = {
        attributes,
        indices: this.#corners(corners),
      };
      if (material >= 0) primitive.material = material;
      if (isLines) primitive.mode = 1;
      primitives.push(primitive);
    }
    if (!primitives.length) return null;
    return this.meshes.push(extras ? { name, primitives, extras } : { name, primitives }) - 1;
  }
  #points(points: readonly number[], { metres, isZUp }: FileUnits): number {
    const length = points.length - (points.length % 3);
    const at = this.#bytes.take(length);
    const { floats } = this.#bytes;
    const min = [Infinity, Infinity, Infinity];
    const max = [-Infinity, -Infinity, -Infinity];
    for (let i = 0; i < length; i++) {
      // X, Z, -Y where Z is up (FileUnits.point).
      const k = i % 3;
      const from = isZUp && k ? (k === 1 ? i + 1 : i - 1) : i;
      const n = points[from]! * metres;
      // As the floats hold it.
      const held = (floats[at + i] = Math.fround(isZUp && k === 2 ? -n || 0 : n));
      if (held < min[k]!) min[k] = held;
      if (held > max[k]!) max[k] = held;
    }
    const made = this.#accessors.push({
      bufferView: this.#view(at, length, 34962),
      componentType: 5126,
      count: length / 3,
      type: 'VEC3',
      min,
      max,
    });
    return made - 1;
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
    const at = this.#bytes.take(numbers.length);
    this.#bytes.floats.set(numbers, at);
    const { floats } = this.#bytes;
    // The times of a key must say their bounds (glTF 2.0, section 3.6.2.5).
    const bounds = type === 'SCALAR' ? { min: [floats[at]!], max: [floats[at + numbers.length - 1]!] } : {};
    const count = numbers.length / { SCALAR: 1, VEC3: 3, VEC4: 4 }[type];
    const bufferView = this.#view(at, numbers.length, null);
    return this.#accessors.push({ bufferView, componentType: 5126, count, type, ...bounds }) - 1;
  }
  #laid(laid: readonly number[], coordinates: number): number {
    const count = Math.floor(coordinates / 3);
    const at = this.#bytes.take(count * 2);
    for (let i = 0; i < count * 2; i++) this.#bytes.floats[at + i] = Number.isFinite(laid[i]) ? laid[i]! : 0;
    const bufferView = this.#view(at, count * 2, 34962);
    return this.#accessors.push({ bufferView, componentType: 5126, count, type: 'VEC2' }) - 1;
  }
  #corners(corners: readonly number[]): number {
    const at = this.#bytes.take(corners.length);
    // One after another: handing over a short list as a whole takes longer.
    const held = this.#bytes.corners;
    for (let i = 0; i < corners.length; i++) held[at + i] = corners[i]!;
    return (
      this.#accessors.push({
        bufferView: this.#view(at, corners.length, 34963),
        componentType: 5125,
        count: corners.length,
        type: 'SCALAR',
      }) - 1
    );
  }
  #view(at: number, count: number, target: number | null): number {
    const [byteOffset, byteLength] = [at * 4, count * 4];
    const view = { buffer: 0, byteOffset, byteLength };
    return this.#views.push(target === null ? view : { buffer: 0, byteOffset, byteLength, target }) - 1;
  }
  /** All of it as a file that was read; its bytes are made when they are asked for. */
  source(
    file: string,
    roots: readonly number[],
    materials: Gltf['materials'],
    extras: object | null,
  ): GltfSource {
    const bin = this.#bytes.whole();
    const json = {
      asset: { version: '2.0', generator: 'Renquil' },
      scene: 0,
      scenes: [{ nodes: roots }],
      ...(this.nodes.length ? { nodes: this.nodes } : {}),
      ...(this.meshes.length ? { meshes: this.meshes } : {}),
      ...(materials?.length ? { materials } : {}),
      ...(this.skins.length ? { skins: this.skins } : {}),
      ...(this.cameras.length ? { cameras: this.cameras } : {}),
      ...(this.#accessors.length ? { accessors: this.#accessors } : {}),
      ...(this.#views.length ? { bufferViews: this.#views } : {}),
      ...(this.pictures.images.length
        ? { images: this.pictures.images, textures: this.pictures.textures }
        : {}),
      ...(this.#channels.length
        ? { animations: [{ channels: this.#channels, samplers: this.#samplers }] }
        : {}),
      ...(bin.length ? { buffers: [{ byteLength: bin.length }] } : {}),
      ...(extras ? { extras } : {}),
      ...this.#extensions(materials),
    };
    return madeSource(json as unknown as Gltf, bin, file);
  }
  #extensions(materials: Gltf['materials']): object {
    const used = new Set(this.nodes.flatMap(({ extensions }) => Object.keys(extensions ?? {})));
    for (const extension of this.pictures.extensions) used.add(extension);
    for (const { pbrMetallicRoughness: look } of materials ?? [])
      for (const name of Object.keys(look?.baseColorTexture?.extensions ?? {})) used.add(name);
    if (!used.size) return {};
    const lights = this.lights.length ? { extensions: { KHR_lights_punctual: { lights: this.lights } } } : {};
    return { extensionsUsed: [...used].sort(), ...lights };
  }
}
function areFinite(numbers: readonly number[]): boolean {
  for (let i = 0; i < numbers.length; i++) if (!Number.isFinite(numbers[i])) return false;
  return true;
}
/** Where a node stands, as glTF has it. */
export function placedBy(m: Mat4): Partial<GltfNode> {
  if (isMoveOnly(m)) return m[12] || m[13] || m[14] ? { translation: m.slice(12, 15) } : {};
  if (!m.every(Number.isFinite)) return {};
  const trs = fromMatrix(m);
  if (!trs || 'm' in trs) return { matrix: [...m] };
  return {
    ...(trs.t.some((n) => n !== 0) ? { translation: [...trs.t] } : {}),
    ...(trs.r.some((n, i) => n !== (i === 3 ? 1 : 0)) ? { rotation: [...trs.r] } : {}),
    ...(trs.s.some((n) => n !== 1) ? { scale: [...trs.s] } : {}),
  };
}
/** Most things are only put somewhere: nothing has to be taken apart. */
function isMoveOnly(m: Mat4): boolean {
  for (let i = 0; i < 16; i++) {
    if (i >= 12 && i < 15 ? !Number.isFinite(m[i]) : m[i] !== identityMat4[i]) return false;
  }
  return true;
}

import { RenquilError } from '@renquil/core/errors';
import { determinant3, invertAffine, transformPoint, type Mat4, type Vec3 } from '@renquil/core/math';
import type { ObjectId, Scene } from '@renquil/core/scene';
import { binChunk } from './glb.js';
import { asTriangles, readCorners, readFloats, restartOf } from './decode-shape.js';
import {
  isFallback,
  type Gltf,
  type GltfAccessor,
  type GltfBufferView,
  type GltfMesh,
  type GltfPrimitive,
  componentBytes,
  typeSizes,
} from './gltf-json.js';
import { openGltf, type GltfSource } from './gltf-source.js';
import { JsonPatch } from './json-patch.js';
import { elementsOf, membersOf } from './json-spans.js';
import { instancedShapes } from './instanced-shapes.js';
import { gatherFacts } from './node-data.js';
import { packings, unpackGltf, type DrawnDocument } from './unpack-gltf.js';
import type { Unpackers } from './unpackers.js';
import { rebuild } from './rebuild-gltf.js';

/** A file with baked shapes in it. */
export interface BakedSource {
  readonly source: GltfSource;
  /** The mesh that stands for an object's baked shape. */
  readonly meshes: ReadonlyMap<ObjectId, number>;
}

/**
 * The source with a copy of every shape that something is baked into, or that an object wears in other materials, and a
 * line for every outline: positions, normals, tangents and morph targets
 * carried through the matrix, faces turned where it mirrors (glTF 2.0, sections 3.7.2 and 3.7.4). Bytes and JSON that
 * were there stay as they are; new ones are appended. Objects that share shape and bake share the copy.
 * @param unpackers for shapes that are packed: the copies of those that are baked are not
 */
export function bakeShapes(source: GltfSource, scene: Scene, unpackers?: Unpackers): BakedSource | null {
  const baker = new Baker(source, unpackers);
  const { materialsOf } = gatherFacts(source.json);
  const instanced = instancedShapes(source.json);
  const meshes = new Map<ObjectId, number>();
  const known = new Map<string, number>();
  for (const { id, shape, bake, materials, outline } of scene.walk()) {
    if (outline && shape === null) meshes.set(id, baker.line(outline));
    if (shape === null) continue;
    const was = materialsOf[instanced.meshOf(shape)]!;
    const recoloured = materials.length !== was.length || materials.some((one, i) => one !== was[i]);
    if (!bake && !recoloured) continue;
    const key = `${shape}:${bake?.join()}:${recoloured ? materials.join() : ''}`;
    let mesh = known.get(key);
    if (mesh === undefined) {
      mesh = baker.make(instanced.meshOf(shape), {
        name: scene.shapes[shape]!.name,
        bake: bake ?? null,
        colours: recoloured ? { was, materials } : null,
      });
      known.set(key, mesh);
    }
    meshes.set(id, mesh);
  }
  return meshes.size ? { source: baker.finish(), meshes } : null;
}

/** What a copy of a shape differs in. */
interface Copy {
  readonly name: string;
  readonly bake: Mat4 | null;
  readonly colours: Colours | null;
}
interface Colours {
  /** Materials of the shape's parts in the file, each once, and those that stand for them now. */
  readonly was: readonly number[];
  readonly materials: readonly number[];
}
/** As many as before: each takes the place of its forerunner. Otherwise the first of them is on every part. */
function recolour(primitive: GltfPrimitive, { was, materials }: Colours): GltfPrimitive {
  const { material, ...rest } = primitive;
  const at = material === undefined ? -1 : was.indexOf(material);
  const now = materials.length === was.length && at >= 0 ? materials[at] : materials[0];
  return now === undefined ? rest : { ...rest, material: now };
}

class Baker {
  readonly #json: Gltf;
  readonly #meshes: GltfMesh[] = [];
  readonly #accessors: GltfAccessor[] = [];
  readonly #views: GltfBufferView[] = [];
  readonly #parts: Uint8Array[] = [];
  #length = 0;
  constructor(
    readonly source: GltfSource,
    readonly unpackers: Unpackers | undefined,
  ) {
    this.#json = source.json;
  }
  /** The document with what is packed in it unpacked; made when it is first asked for. */
  get #plain(): DrawnDocument {
    if (this.#unpacked) return this.#unpacked;
    const { draco, meshopt } = packings(this.#json);
    const isPacked = this.unpackers && (draco || meshopt);
    return (this.#unpacked = isPacked ? unpackGltf(this.source, this.unpackers, () => true) : this.source);
  }
  #unpacked: DrawnDocument | null = null;
  /** A closed line of its own (mode 2, glTF 2.0 section 3.7.2.1). */
  line(points: readonly Vec3[]): number {
    const at = this.#floats(Float32Array.from(points.flat()), 3, true);
    this.#meshes.push({ primitives: [{ attributes: { POSITION: at }, mode: 2 }] });
    return (this.#json.meshes?.length ?? 0) + this.#meshes.length - 1;
  }
  make(shape: number, { name, bake, colours }: Copy): number {
    const mesh = this.#json.meshes![shape]!;
    const primitives = mesh.primitives.map((primitive, at) => {
      const made = bake ? this.#primitive(this.#unpackedPart(shape, at), bake, shape, primitive) : primitive;
      return colours ? recolour(made, colours) : made;
    });
    // The copy goes by what the shape is called now, not by what the file calls it.
    const { name: was = '', ...rest } = mesh;
    this.#meshes.push({ ...(name === was ? mesh : name === '' ? rest : { ...rest, name }), primitives });
    return this.#json.meshes!.length + this.#meshes.length - 1;
  }
  /** A part of a shape as it can be written anew: what Draco packed has all its numbers in views of its own. */
  #unpackedPart(shape: number, at: number): GltfPrimitive {
    const own = this.#json.meshes![shape]!.primitives[at]!;
    if (!own.extensions?.[dracoPacked]) return own;
    const plain = this.#plain.json.meshes![shape]!.primitives[at]!;
    const names = Object.keys(own.attributes);
    if (plain.extensions?.[dracoPacked] || names.some((name) => plain.attributes[name] === undefined))
      return this.#fail(shape);
    // Points, normals and tangents are written anew in any case, corners where faces turn.
    const kept = Object.entries(plain.attributes).map(([name, accessor]) => [
      name,
      isRewritten(name) ? accessor : this.#copied(accessor),
    ]);
    const attributes = Object.fromEntries(kept) as Record<string, number>;
    return { ...plain, attributes };
  }
  /** An accessor of the unpacked document in the file; what a vertex has begins at four bytes (glTF 2.0, section 3.6.2.4). */
  #copied(accessor: number): number {
    const { bufferView, ...own } = this.#plain.json.accessors![accessor]!;
    const view = this.#plain.json.bufferViews![bufferView!]!;
    const bytes = this.#plain.buffers[view.buffer]!.subarray(0, view.byteLength);
    const each = componentBytes[own.componentType]! * typeSizes[own.type]!;
    const isCorners = own.type === 'SCALAR' && own.componentType === 5125;
    const stride = isCorners ? each : Math.ceil(each / 4) * 4;
    const out = new Uint8Array(stride * own.count);
    for (let i = 0; i < own.count; i++) out.set(bytes.subarray(i * each, i * each + each), i * stride);
    const put = this.#view(out);
    if (stride !== each) Object.assign(this.#views.at(-1)!, { byteStride: stride });
    this.#accessors.push({ ...own, bufferView: put });
    return this.#lastAccessor();
  }
  /** @param own the same part as it stands in the file */
  #primitive(primitive: GltfPrimitive, matrix: Mat4, shape: number, own: GltfPrimitive): GltfPrimitive {
    const flips = determinant3(matrix) < 0;
    const normals = normalMatrix(matrix);
    const attributes = { ...primitive.attributes };
    const vector = (v: Vec3): Vec3 => along(matrix, v);
    const maps: Readonly<Record<string, (v: Vec3) => Vec3>> = {
      POSITION: (v) => transformPoint(matrix, v),
      NORMAL: (v) => unit(along(normals, v)),
      TANGENT: (v) => unit(vector(v)),
    };
    for (const [name, map] of Object.entries(maps)) {
      const at = attributes[name];
      if (at === undefined) continue;
      const width = name === 'TANGENT' && this.#plain.json.accessors![at]!.type === 'VEC4' ? 4 : 3;
      attributes[name] = this.#redone(shape, at, map, { width, bounds: name === 'POSITION', flips });
    }
    // Displacements: no translation; a normal's displacement goes the way normals go.
    const moved: typeof maps = { POSITION: vector, NORMAL: (v) => along(normals, v), TANGENT: vector };
    const targets = primitive.targets?.map((target) => {
      const made = { ...target };
      for (const [name, map] of Object.entries(moved)) {
        const at = made[name];
        if (at === undefined) continue;
        made[name] = this.#redone(shape, at, map, { width: 3, bounds: name === 'POSITION', flips });
      }
      return made;
    });
    return {
      ...primitive,
      attributes,
      ...(targets ? { targets } : {}),
      ...(flips
        ? this.#turned(primitive)
        : primitive === own
          ? {}
          : { indices: this.#copied(primitive.indices!) }),
    };
  }
  /** An accessor anew, each of its vectors mapped. `flips`: a fourth number, which tells the bitangent, is turned. */
  #redone(
    shape: number,
    accessor: number,
    map: (v: Vec3) => Vec3,
    { width, bounds, flips }: { readonly width: 3 | 4; readonly bounds: boolean; readonly flips: boolean },
  ): number {
    const values = readFloats(this.#plain.json, this.#plain.buffers, accessor);
    if (!values) return this.#fail(shape);
    const out = values.slice();
    for (let i = 0; i < out.length; i += width) {
      const [x, y, z] = map([values[i]!, values[i + 1]!, values[i + 2]!]);
      out[i] = x;
      out[i + 1] = y;
      out[i + 2] = z;
      if (width === 4 && flips) out[i + 3] = -values[i + 3]!;
    }
    return this.#floats(out, width, bounds);
  }
  /** Faces wound the other way. Strips and fans become plain triangles; lines and points have no winding. */
  #turned(primitive: GltfPrimitive): Partial<GltfPrimitive> {
    const mode = primitive.mode ?? 4;
    if (mode < 4) return {};
    const { json, buffers } = this.#plain;
    const count = json.accessors![primitive.attributes['POSITION']!]!.count;
    const { indices } = primitive;
    const corners =
      indices === undefined
        ? asTriangles(
            mode,
            Uint32Array.from({ length: count }, (_, i) => i),
          ).slice()
        : asTriangles(mode, readCorners(json, buffers, indices)!, restartOf(json, indices)).slice();
    for (let i = 0; i + 2 < corners.length; i += 3)
      [corners[i + 1], corners[i + 2]] = [corners[i + 2]!, corners[i + 1]!];
    this.#accessors.push({
      bufferView: this.#view(corners),
      componentType: 5125,
      count: corners.length,
      type: 'SCALAR',
    });
    return { indices: this.#lastAccessor(), mode: 4 };
  }
  #floats(values: Float32Array, width: 3 | 4, bounds: boolean): number {
    const accessor: GltfAccessor = {
      bufferView: this.#view(values),
      componentType: 5126,
      count: values.length / width,
      type: width === 3 ? 'VEC3' : 'VEC4',
    };
    if (bounds) Object.assign(accessor, boundsOf(values));
    this.#accessors.push(accessor);
    return this.#lastAccessor();
  }
  #view(values: Float32Array | Uint32Array | Uint8Array): number {
    const start = Math.ceil(this.#bufferLength() / 4) * 4 + this.#length;
    this.#parts.push(new Uint8Array(values.buffer, values.byteOffset, values.byteLength));
    this.#length += values.byteLength;
    const buffer = this.#ownBuffer() ? (this.#json.buffers?.length ?? 0) : 0;
    this.#views.push({
      buffer,
      byteOffset: this.#ownBuffer() ? start - Math.ceil(this.#bufferLength() / 4) * 4 : start,
      byteLength: values.byteLength,
    });
    return (this.#json.bufferViews?.length ?? 0) + this.#views.length - 1;
  }
  /** A .glb keeps its bytes in one chunk, buffer 0; what has none, or another buffer there, gets a buffer of its own. */
  #ownBuffer(): boolean {
    const first = this.#json.buffers?.[0];
    const isInChunk = first !== undefined && first.uri === undefined && !isFallback(first);
    return !isInChunk || !this.source.chunks.some((chunk) => chunk.type === binChunk);
  }
  #bufferLength(): number {
    return this.#ownBuffer() ? 0 : this.source.buffers[0]!.length;
  }
  #lastAccessor(): number {
    return (this.#json.accessors?.length ?? 0) + this.#accessors.length - 1;
  }
  finish(): GltfSource {
    const start = Math.ceil(this.#bufferLength() / 4) * 4;
    const bytes = new Uint8Array(start + this.#length);
    if (!this.#ownBuffer()) bytes.set(this.source.buffers[0]!);
    let at = start;
    for (const part of this.#parts) {
      bytes.set(part, at);
      at += part.length;
    }
    const patch = new JsonPatch(this.source.text);
    const top = membersOf(this.source.text, 0);
    const lists: [string, unknown[]][] = [
      ['meshes', this.#meshes],
      ['accessors', this.#accessors],
      ['bufferViews', this.#views],
    ];
    if (!this.#parts.length) lists.length = 1;
    const fresh = this.#ownBuffer() && this.#parts.length > 0;
    const isGlb = this.source.container === 'glb';
    // Only buffer 0 may be the chunk (glTF 2.0, section 4.4.3.3).
    const isBin = isGlb && (!fresh || !this.#json.buffers?.length);
    if (fresh)
      lists.push([
        'buffers',
        [isBin ? { byteLength: bytes.length } : { uri: dataUri(bytes), byteLength: bytes.length }],
      ]);
    const added = new Map<string, unknown>();
    for (const [name, items] of lists) {
      if (!items.length) continue;
      const span = top.get(name);
      if (!span) {
        added.set(name, items);
        continue;
      }
      const last = elementsOf(this.source.text, span.start).at(-1);
      const where = last?.end ?? span.start + 1;
      patch.replace(where, where, (last ? ',' : '') + items.map((item) => JSON.stringify(item)).join(','));
    }
    if (added.size) patch.setMembers(0, added);
    if (!fresh && this.#parts.length)
      patch.setMembers(
        elementsOf(this.source.text, top.get('buffers')!.start)[0]!.start,
        new Map([['byteLength', bytes.length]]),
      );
    const text = patch.toString();
    const others = this.source.chunks.filter((chunk) => chunk.type !== binChunk);
    const chunks = !isGlb
      ? []
      : this.#parts.length && isBin
        ? [{ type: binChunk, data: bytes }, ...others]
        : this.source.chunks;
    const file = rebuild(this.source, text, chunks);
    return openGltf(file, this.source.file, (path) => this.source.resources.get(path) ?? null);
  }
  #fail(shape: number): never {
    throw new RenquilError('gltf-invalid', {
      file: this.source.file,
      place: `meshes[${shape}]`,
      detail: 'its geometry is packed in a way that cannot be unpacked here',
    });
  }
}

const dracoPacked = 'KHR_draco_mesh_compression';
const isRewritten = (attribute: string): boolean => ['POSITION', 'NORMAL', 'TANGENT'].includes(attribute);
function along(m: Mat4, [x, y, z]: Vec3): Vec3 {
  return [
    m[0]! * x + m[4]! * y + m[8]! * z,
    m[1]! * x + m[5]! * y + m[9]! * z,
    m[2]! * x + m[6]! * y + m[10]! * z,
  ];
}
function unit(v: Vec3): Vec3 {
  const length = Math.hypot(...v);
  return length > 0 ? [v[0] / length, v[1] / length, v[2] / length] : v;
}
/** The inverse transpose of the upper left 3x3: how normals go. */
function normalMatrix(m: Mat4): Mat4 {
  const i = invertAffine(m)!;
  return [i[0]!, i[4]!, i[8]!, 0, i[1]!, i[5]!, i[9]!, 0, i[2]!, i[6]!, i[10]!, 0, 0, 0, 0, 1];
}
function boundsOf(values: Float32Array): { min: number[]; max: number[] } {
  const [min, max] = [
    [Infinity, Infinity, Infinity],
    [-Infinity, -Infinity, -Infinity],
  ] as [number[], number[]];
  for (let i = 0; i < values.length; i++) {
    min[i % 3] = Math.min(min[i % 3]!, values[i]!);
    max[i % 3] = Math.max(max[i % 3]!, values[i]!);
  }
  return { min, max };
}
function dataUri(bytes: Uint8Array): string {
  let binary = '';
  for (let i = 0; i < bytes.length; i += 0x8000)
    binary += String.fromCharCode(...bytes.subarray(i, i + 0x8000));
  return `data:application/octet-stream;base64,${btoa(binary)}`;
}

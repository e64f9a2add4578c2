import type { Gltf, GltfAccessor, GltfPrimitive } from './gltf-json.js';
import type { DracoDecoder, DracoModule, MeshoptDecode, Unpackers } from './unpackers.js';

/** A document with the bytes that its accessors mean. */
export interface DrawnDocument {
  readonly json: Gltf;
  readonly buffers: readonly Uint8Array[];
}
const draco = 'KHR_draco_mesh_compression';
const meshopts = ['EXT_meshopt_compression', 'KHR_meshopt_compression'];
/** What is unpacked of one file, in bytes: what is more stays packed. */
const mostBytes = 2 ** 30;

/** Which of the two ways a document is packed in: Draco, or meshopt under either of its names. */
export function packings({ meshes = [], bufferViews = [] }: Gltf): { draco: boolean; meshopt: boolean } {
  return {
    draco: meshes.some(({ primitives }) => primitives.some((one) => one.extensions?.[draco])),
    meshopt: bufferViews.some(({ extensions }) => meshopts.some((name) => extensions?.[name])),
  };
}

/**
 * The document as it is looked into: shapes that are packed (KHR_draco_mesh_compression, EXT_ and KHR_meshopt_compression)
 * lie unpacked in buffers behind its own. It is never written: the file carries its shapes as they came. What cannot be
 * unpacked stays as it is.
 */
export function unpackGltf({ json, buffers }: DrawnDocument, how: Unpackers): DrawnDocument {
  const unpack = new Unpack(json, buffers, how);
  unpack.views();
  const meshes = json.meshes?.map((mesh) => ({
    ...mesh,
    primitives: mesh.primitives.map((primitive) => unpack.primitive(primitive)),
  }));
  const { accessors, bufferViews, made } = unpack;
  return {
    json: {
      ...json,
      ...(meshes ? { meshes } : {}),
      ...{ accessors, bufferViews },
      buffers: [...(json.buffers ?? []), ...made.map(({ length }) => ({ byteLength: length }))],
    },
    buffers: [...buffers, ...made],
  };
}

class Unpack {
  readonly accessors: GltfAccessor[];
  readonly bufferViews: NonNullable<Gltf['bufferViews']>;
  readonly made: Uint8Array[] = [];
  #left = mostBytes;
  constructor(
    readonly json: Gltf,
    readonly buffers: readonly Uint8Array[],
    readonly how: Unpackers,
  ) {
    this.accessors = [...(json.accessors ?? [])];
    this.bufferViews = [...(json.bufferViews ?? [])];
  }
  views(): void {
    const { meshopt } = this.how;
    if (!meshopt) return;
    this.bufferViews.forEach(({ extensions }, at) => {
      for (const name of meshopts) {
        const packed = extensions?.[name];
        if (!packed) continue;
        const bytes = this.#try(() => this.#view(packed, meshopt));
        if (!bytes) continue;
        const stride = Number(packed['byteStride']);
        const view = { buffer: this.#add(bytes), byteOffset: 0, byteLength: bytes.length };
        // Only what is of vertices may say a stride (glTF 2.0, section 3.6.2.4); corners lie close.
        this.bufferViews[at] = packed['mode'] === 'ATTRIBUTES' ? { ...view, byteStride: stride } : view;
      }
    });
  }
  #view(packed: Record<string, unknown>, meshopt: MeshoptDecode): Uint8Array | null {
    const number = (key: string): number => (typeof packed[key] === 'number' ? packed[key] : 0);
    const [count, stride, offset] = [number('count'), number('byteStride'), number('byteOffset')];
    const source = this.buffers[number('buffer')]?.subarray(offset, offset + number('byteLength'));
    if (!source || !(count * stride > 0) || !this.#room(count * stride)) return null;
    const out = new Uint8Array(count * stride);
    meshopt(
      out,
      count,
      stride,
      source,
      String(packed['mode']),
      typeof packed['filter'] === 'string' ? packed['filter'] : 'NONE',
    );
    return out;
  }
  primitive(primitive: GltfPrimitive): GltfPrimitive {
    const packed = primitive.extensions?.[draco] as
      { bufferView?: number; attributes?: Record<string, number> } | undefined;
    const { draco: module } = this.how;
    if (!packed || !module) return primitive;
    return this.#try(() => this.#draco(module, primitive, packed)) ?? primitive;
  }
  #draco(
    module: DracoModule,
    primitive: GltfPrimitive,
    {
      bufferView,
      attributes = {},
    }: { readonly bufferView?: number; readonly attributes?: Record<string, number> },
  ): GltfPrimitive | null {
    const view = this.json.bufferViews?.[bufferView ?? -1];
    if (!view) return null;
    const start = view.byteOffset ?? 0;
    const bytes = this.buffers[view.buffer]!.subarray(start, start + view.byteLength);
    const decoder: DracoDecoder = new module.Decoder();
    const mesh = new module.Mesh();
    const buffer = new module.DecoderBuffer();
    try {
      buffer.Init(new Int8Array(bytes.buffer, bytes.byteOffset, bytes.length), bytes.length);
      if (!decoder.DecodeBufferToMesh(buffer, mesh).ok()) return null;
      const points = mesh.num_points();
      const made: Record<string, number> = {};
      // What a shape is drawn by; the others stay packed.
      for (const name of ['POSITION', 'NORMAL']) {
        const id = attributes[name];
        const own = this.json.accessors?.[primitive.attributes[name] ?? -1];
        if (id === undefined || !own || !this.#room(points * 12)) continue;
        const attribute = decoder.GetAttributeByUniqueId(mesh, id);
        const floats = this.#heap(module, points * 12, (to) =>
          decoder.GetAttributeDataArrayForAllPoints(mesh, attribute, module.DT_FLOAT32, points * 12, to),
        );
        made[name] = this.#accessor(floats, { ...own, componentType: 5126, count: points, type: 'VEC3' });
      }
      const faces = mesh.num_faces();
      if (made['POSITION'] === undefined || !this.#room(faces * 12)) return null;
      const corners = this.#heap(module, faces * 12, (to) =>
        decoder.GetTrianglesUInt32Array(mesh, faces * 12, to),
      );
      const indices = this.#accessor(corners, { componentType: 5125, count: faces * 3, type: 'SCALAR' });
      const { extensions: _packed, ...rest } = primitive;
      return { ...rest, attributes: made, indices, mode: 4 };
    } finally {
      for (const one of [buffer, mesh, decoder]) module.destroy(one);
    }
  }
  /** Bytes that the decoder writes into its own memory, copied out of it. */
  #heap(module: DracoModule, length: number, write: (to: number) => void): Uint8Array {
    const at = module._malloc(length);
    try {
      write(at);
      return new Uint8Array(module.HEAPF32.buffer, at, length).slice();
    } finally {
      module._free(at);
    }
  }
  #accessor(bytes: Uint8Array, { min, max, ...accessor }: GltfAccessor): number {
    const bufferView =
      this.bufferViews.push({ buffer: this.#add(bytes), byteOffset: 0, byteLength: bytes.length }) - 1;
    const { byteOffset: _offset, sparse: _sparse, normalized: _normalized, ...rest } = accessor;
    const box = min && max ? { min, max } : {};
    return this.accessors.push({ ...rest, ...box, bufferView }) - 1;
  }
  #add(bytes: Uint8Array): number {
    return (this.json.buffers ?? []).length + this.made.push(bytes) - 1;
  }
  #room(bytes: number): boolean {
    return (this.#left -= bytes) >= 0;
  }
  /** A decoder throws at bytes that are none of its own. */
  #try<T>(work: () => T | null): T | null {
    try {
      return work();
    } catch {
      this.how.faulted?.();
      return null;
    }
  }
}

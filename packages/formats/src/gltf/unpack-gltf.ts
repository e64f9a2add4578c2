import { componentBytes, typeSizes, type Gltf, type GltfAccessor, type GltfPrimitive } from './gltf-json.js';
import type { DracoDecoder, DracoModule, MeshoptDecode, Unpackers } from './unpackers.js';

/** A document with the bytes that its accessors mean. */
export interface DrawnDocument {
  readonly json: Gltf;
  readonly buffers: readonly Uint8Array[];
}
const draco = 'KHR_draco_mesh_compression';
const meshopts = ['EXT_meshopt_compression', 'KHR_meshopt_compression'];
/** The types of Draco by those of glTF (section 3.6.2.2). */
const dataTypes: Readonly<
  Record<number, 'DT_INT8' | 'DT_UINT8' | 'DT_INT16' | 'DT_UINT16' | 'DT_UINT32' | 'DT_FLOAT32'>
> = {
  5120: 'DT_INT8',
  5121: 'DT_UINT8',
  5122: 'DT_INT16',
  5123: 'DT_UINT16',
  5125: 'DT_UINT32',
  5126: 'DT_FLOAT32',
};
/** What a shape is drawn by. */
const isDrawn = (attribute: string): boolean => /^(POSITION|NORMAL|TEXCOORD_\d+)$/.test(attribute);
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
 * @param wanted which attributes are unpacked of what Draco packed; left out: those that a shape is drawn by
 */
export function unpackGltf(
  { json, buffers }: DrawnDocument,
  how: Unpackers,
  wanted: (attribute: string) => boolean = isDrawn,
): DrawnDocument {
  const unpack = new Unpack(json, buffers, { ...how, wanted });
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
    readonly how: Unpackers & { readonly wanted: (attribute: string) => boolean },
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
      for (const [name, id] of Object.entries(attributes)) {
        const own = this.json.accessors?.[primitive.attributes[name] ?? -1];
        if (!own || !this.how.wanted(name)) continue;
        const size = points * componentBytes[own.componentType]! * typeSizes[own.type]!;
        if (!this.#room(size)) continue;
        const attribute = decoder.GetAttributeByUniqueId(mesh, id);
        const bytes = this.#heap(module, size, (to) =>
          decoder.GetAttributeDataArrayForAllPoints(
            mesh,
            attribute,
            module[dataTypes[own.componentType] ?? 'DT_FLOAT32'],
            size,
            to,
          ),
        );
        made[name] = this.#accessor(bytes, { ...own, count: points });
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
    const { byteOffset: _offset, sparse: _sparse, ...rest } = accessor;
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

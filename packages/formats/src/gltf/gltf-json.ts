/** The parts of a glTF 2.0 document that Renquil reads. Everything else rides along untouched. */
export interface GltfNode {
  name?: string;
  children?: number[];
  mesh?: number;
  skin?: number;
  camera?: number;
  matrix?: number[];
  translation?: number[];
  rotation?: number[];
  scale?: number[];
  extras?: unknown;
  extensions?: Record<string, Record<string, unknown>>;
}
/** As in glTF 2.0 section 5.24. */
export interface GltfPrimitive {
  attributes: Record<string, number>;
  indices?: number;
  material?: number;
  mode?: number;
  targets?: Record<string, number>[];
  extensions?: Record<string, Record<string, unknown>>;
}
/** As in glTF 2.0 section 5.23. */
export interface GltfMesh {
  name?: string;
  primitives: GltfPrimitive[];
  extras?: unknown;
}
/** As in glTF 2.0 section 5.1. */
export interface GltfAccessor {
  bufferView?: number;
  byteOffset?: number;
  componentType: number;
  normalized?: boolean;
  count: number;
  type: string;
  min?: number[];
  max?: number[];
  sparse?: {
    count: number;
    indices: { bufferView: number; byteOffset?: number; componentType: number };
    values: { bufferView: number; byteOffset?: number };
  };
}
/** As in glTF 2.0 section 5.11. */
export interface GltfBufferView {
  buffer: number;
  byteOffset?: number;
  byteLength: number;
  byteStride?: number;
  target?: number;
  extensions?: Record<string, Record<string, unknown>>;
}
/** As in glTF 2.0 section 5.5. */
export interface GltfAnimation {
  channels: {
    sampler: number;
    target: { node?: number; path: string; extensions?: Record<string, Record<string, unknown>> };
  }[];
  samplers: { input: number; output: number; interpolation?: string }[];
}
/** As much of a glTF 2.0 document as is looked at; the rest is kept as text. */
export interface Gltf {
  asset: { version: string; minVersion?: string; generator?: string };
  scene?: number;
  scenes?: { name?: string; nodes?: number[] }[];
  nodes?: GltfNode[];
  meshes?: GltfMesh[];
  materials?: {
    name?: string;
    extensions?: Record<string, Record<string, unknown>>;
    pbrMetallicRoughness?: {
      baseColorFactor?: number[];
      baseColorTexture?: { readonly index: number; readonly extensions?: object };
    };
  }[];
  accessors?: GltfAccessor[];
  bufferViews?: GltfBufferView[];
  buffers?: { uri?: string; byteLength: number }[];
  images?: { name?: string; uri?: string; bufferView?: number; mimeType?: string }[];
  skins?: { joints: number[]; skeleton?: number; inverseBindMatrices?: number }[];
  cameras?: unknown[];
  textures?: { source?: number; sampler?: number; extensions?: Record<string, Record<string, unknown>> }[];
  samplers?: unknown[];
  animations?: GltfAnimation[];
  extensions?: Record<string, Record<string, unknown>>;
  extensionsUsed?: string[];
  extensionsRequired?: string[];
}

/** Whether the bytes of a view are packed elsewhere: in an extension of it, or in a buffer that has only a length. */
export function isHidden(json: Gltf, view: number): boolean {
  const { buffer, extensions } = json.bufferViews?.[view] ?? {};
  if (extensions && compressedBy.some((name) => extensions[name])) return true;
  const holder = buffer === undefined ? undefined : json.buffers?.[buffer];
  return holder !== undefined && isFallback(holder);
}
/** Packed documents may hold a buffer with no bytes, only a fall-back length. */
export function isFallback(buffer: NonNullable<Gltf['buffers']>[number]): boolean {
  const { extensions } = buffer as { extensions?: Record<string, { fallback?: boolean }> };
  if (!extensions || buffer.uri !== undefined) return false;
  return Object.values(extensions).some((one) => one?.fallback === true);
}

/** Bytes of one component, glTF 2.0 section 3.6.2.2; 5130 and 5131 are KHR_accessor_float64 and _float16. */
export const componentBytes: Readonly<Record<number, number>> = {
  5120: 1,
  5121: 1,
  5122: 2,
  5123: 2,
  5125: 4,
  5126: 4,
  5130: 8,
  5131: 2,
};
/** Components of one element. */
export const typeSizes: Readonly<Record<string, number>> = {
  SCALAR: 1,
  VEC2: 2,
  VEC3: 3,
  VEC4: 4,
  MAT2: 4,
  MAT3: 9,
  MAT4: 16,
};

/** Extensions that keep geometry compressed inside buffer views; we carry them but cannot look inside. */
const compressedBy = ['KHR_draco_mesh_compression', 'EXT_meshopt_compression', 'KHR_meshopt_compression'];

import { componentBytes, compressedBy, typeSizes, type Gltf } from './gltf-json.js';

/** One drawable part: positions in metres (3 a vertex), triangle corners, or line ends when `lines` is set. */
export interface DecodedPart {
  readonly positions: Float32Array;
  readonly normals: Float32Array | null;
  readonly indices: Uint32Array;
  readonly lines: boolean;
  readonly material: number | null;
}

/** The parts of mesh `index`, for drawing; null when it is compressed in a way we cannot look into. */
export function decodeShape(json: Gltf, buffers: readonly Uint8Array[], index: number): DecodedPart[] | null {
  const parts: DecodedPart[] = [];
  for (const primitive of json.meshes?.[index]?.primitives ?? []) {
    if (primitive.extensions?.['KHR_draco_mesh_compression']) return null;
    const mode = primitive.mode ?? 4;
    const at = primitive.attributes['POSITION'];
    if (at === undefined || mode === 0) continue;
    const positions = readFloats(json, buffers, at);
    if (!positions) return null;
    const normalAt = primitive.attributes['NORMAL'];
    const raw = primitive.indices === undefined ? null : readFloats(json, buffers, primitive.indices);
    const count = positions.length / 3;
    const corners = raw ? Uint32Array.from(raw) : inOrder(count);
    if (raw && corners.some((corner) => corner >= count)) return null;
    const indices = mode < 4 ? asLines(mode, corners) : asTriangles(mode, corners);
    const normals = normalAt === undefined ? null : readFloats(json, buffers, normalAt);
    parts.push({ positions, normals, indices, lines: mode < 4, material: primitive.material ?? null });
  }
  return parts;
}

function inOrder(count: number): Uint32Array {
  const corners = new Uint32Array(count);
  for (let i = 0; i < count; i++) corners[i] = i;
  return corners;
}

/** An accessor as floats, normalized integers spread to their range (glTF 2.0 section 3.11), sparse values put in. */
export function readFloats(json: Gltf, buffers: readonly Uint8Array[], index: number): Float32Array | null {
  const accessor = json.accessors![index]!;
  const width = typeSizes[accessor.type]!;
  const out = new Float32Array(accessor.count * width);
  const { componentType: component, normalized = false } = accessor;
  if (accessor.bufferView !== undefined) {
    const view = json.bufferViews![accessor.bufferView]!;
    if (compressedBy.some((name) => view.extensions?.[name])) return null;
    const stride = view.byteStride ?? componentBytes[component]! * width;
    const start = (view.byteOffset ?? 0) + (accessor.byteOffset ?? 0);
    readInto(out, buffers[view.buffer]!, {
      start,
      stride,
      width,
      component,
      normalized,
      count: accessor.count,
    });
  }
  if (accessor.sparse) putSparse(json, buffers, index, out);
  return out;
}

interface Layout {
  readonly start: number;
  readonly stride: number;
  readonly width: number;
  readonly component: number;
  readonly normalized: boolean;
  readonly count: number;
}

function readInto(out: Float32Array, buffer: Uint8Array, layout: Layout): void {
  const data = new DataView(buffer.buffer, buffer.byteOffset, buffer.byteLength);
  const size = componentBytes[layout.component]!;
  const read = reader(data, layout.component, layout.normalized);
  for (let i = 0; i < layout.count; i++) {
    const at = layout.start + i * layout.stride;
    for (let k = 0; k < layout.width; k++) out[i * layout.width + k] = read(at + k * size);
  }
}

function reader(data: DataView, component: number, normalized: boolean): (at: number) => number {
  switch (component) {
    case 5120:
      return normalized ? (at) => Math.max(data.getInt8(at) / 127, -1) : (at) => data.getInt8(at);
    case 5121:
      return normalized ? (at) => data.getUint8(at) / 255 : (at) => data.getUint8(at);
    case 5122:
      return normalized
        ? (at) => Math.max(data.getInt16(at, true) / 32767, -1)
        : (at) => data.getInt16(at, true);
    case 5123:
      return normalized ? (at) => data.getUint16(at, true) / 65535 : (at) => data.getUint16(at, true);
    case 5125:
      return (at) => data.getUint32(at, true);
    default:
      return (at) => data.getFloat32(at, true);
  }
}

function putSparse(json: Gltf, buffers: readonly Uint8Array[], index: number, out: Float32Array): void {
  const accessor = json.accessors![index]!;
  const { count, indices, values } = accessor.sparse!;
  const width = typeSizes[accessor.type]!;
  const read = (view: number, offset: number, component: number, w: number): Float32Array => {
    const place = json.bufferViews![view]!;
    const made = new Float32Array(count * w);
    const start = (place.byteOffset ?? 0) + offset;
    const stride = componentBytes[component]! * w;
    readInto(made, buffers[place.buffer]!, { start, stride, width: w, component, normalized: false, count });
    return made;
  };
  const where = read(indices.bufferView, indices.byteOffset ?? 0, indices.componentType, 1);
  const what = read(values.bufferView, values.byteOffset ?? 0, accessor.componentType, width);
  for (let i = 0; i < count; i++)
    for (let k = 0; k < width; k++) out[where[i]! * width + k] = what[i * width + k]!;
}

/** Corners of plain triangles from those of triangles, a strip or a fan (glTF 2.0, section 3.7.2.1). */
export function asTriangles(mode: number, corners: Uint32Array): Uint32Array {
  if (mode === 4) return corners.subarray(0, Math.floor(corners.length / 3) * 3);
  const out = new Uint32Array(Math.max(0, corners.length - 2) * 3);
  for (let i = 2, at = 0; i < corners.length; i++, at += 3) {
    const [a, b] = mode === 6 ? [0, i - 1] : i % 2 ? [i - 1, i - 2] : [i - 2, i - 1];
    out[at] = corners[a]!;
    out[at + 1] = corners[b]!;
    out[at + 2] = corners[i]!;
  }
  return out;
}

function asLines(mode: number, corners: Uint32Array): Uint32Array {
  if (mode === 1) return corners;
  const closes = mode === 2 && corners.length > 2;
  const out = new Uint32Array(Math.max(0, corners.length - 1) * 2 + (closes ? 2 : 0));
  for (let i = 1, at = 0; i < corners.length; i++, at += 2) {
    out[at] = corners[i - 1]!;
    out[at + 1] = corners[i]!;
  }
  if (closes) out.set([corners.at(-1)!, corners[0]!], out.length - 2);
  return out;
}

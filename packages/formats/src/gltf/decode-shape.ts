import { componentBytes, isHidden, typeSizes, type Gltf } from './gltf-json.js';

/** One drawable part: positions in metres (3 a vertex), triangle corners, or line ends when `lines` is set. */
export interface DecodedPart {
  readonly positions: Float32Array;
  readonly normals: Float32Array | null;
  /** Where the picture of its material is laid on, 2 numbers a vertex; null: nowhere, or nobody asked. */
  readonly uvs?: Float32Array | null;
  readonly indices: Uint32Array;
  readonly lines: boolean;
  readonly material: number | null;
}

/** Which set of coordinates the picture of a material is laid on by; undefined: it has none that is drawn. */
export type TexCoordOf = (material: number) => number | undefined;

/** The parts of mesh `index`, for drawing; null when it is compressed in a way we cannot look into. */
export function decodeShape(
  json: Gltf,
  buffers: readonly Uint8Array[],
  index: number,
  texCoordOf: TexCoordOf = () => undefined,
): DecodedPart[] | null {
  const parts: DecodedPart[] = [];
  for (const primitive of json.meshes?.[index]?.primitives ?? []) {
    if (primitive.extensions?.['KHR_draco_mesh_compression']) return null;
    const mode = primitive.mode ?? 4;
    const at = primitive.attributes['POSITION'];
    if (at === undefined || mode === 0) continue;
    const positions = readFloats(json, buffers, at);
    if (!positions) return null;
    const normalAt = primitive.attributes['NORMAL'];
    const { indices: cornersAt } = primitive;
    const count = positions.length / 3;
    const corners = cornersAt === undefined ? inOrder(count) : readCorners(json, buffers, cornersAt);
    if (!corners) return null;
    const restart = cornersAt === undefined ? null : restartOf(json, cornersAt);
    const indices = mode < 4 ? asLines(mode, corners, restart) : asTriangles(mode, corners, restart);
    if (cornersAt !== undefined && indices.some((corner) => corner >= count)) return null;
    const normals = normalAt === undefined ? null : readFloats(json, buffers, normalAt);
    const material = primitive.material ?? null;
    const set = material === null ? undefined : texCoordOf(material);
    const laidAt = set === undefined ? undefined : primitive.attributes[`TEXCOORD_${set}`];
    const uvs = laidAt === undefined ? null : readFloats(json, buffers, laidAt);
    parts.push({ positions, normals, uvs, indices, lines: mode < 4, material });
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
    if (isHidden(json, accessor.bufferView)) return null;
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
  if (accessor.sparse) {
    const { indices, values } = accessor.sparse;
    if (isHidden(json, indices.bufferView) || isHidden(json, values.bufferView)) return null;
    putSparse(json, buffers, index, out);
  }
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
    case 5130:
      return (at) => data.getFloat64(at, true);
    case 5131:
      return (at) => halfFloat(data.getUint16(at, true));
    default:
      return (at) => data.getFloat32(at, true);
  }
}

/** IEEE 754 binary16. */
function halfFloat(bits: number): number {
  const sign = bits & 0x8000 ? -1 : 1;
  const exponent = (bits >> 10) & 31;
  const fraction = bits & 1023;
  if (exponent === 31) return fraction ? NaN : sign * Infinity;
  return sign * (exponent ? 2 ** (exponent - 15) * (1 + fraction / 1024) : 2 ** -24 * fraction);
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

/**
 * The value with which a strip, fan or line breaks off and begins anew: the largest of its type. glTF 2.0 allows none
 * (section 3.7.2.1), and files have them all the same. Null when the corners are not listed.
 */
export function restartOf(json: Gltf, indices: number): number | null {
  return { 5121: 0xff, 5123: 0xffff, 5125: 0xffffffff }[json.accessors![indices]!.componentType] ?? null;
}

/** Listed corners as whole numbers of 32 bits, which floats do not hold above 2^24. */
export function readCorners(json: Gltf, buffers: readonly Uint8Array[], index: number): Uint32Array | null {
  const accessor = json.accessors![index]!;
  const view = accessor.bufferView === undefined ? undefined : json.bufferViews![accessor.bufferView]!;
  if (accessor.componentType !== 5125 || accessor.sparse || !view) {
    const floats = readFloats(json, buffers, index);
    return floats && Uint32Array.from(floats);
  }
  if (isHidden(json, accessor.bufferView!)) return null;
  const buffer = buffers[view.buffer]!;
  const data = new DataView(buffer.buffer, buffer.byteOffset, buffer.byteLength);
  const start = (view.byteOffset ?? 0) + (accessor.byteOffset ?? 0);
  const stride = view.byteStride ?? 4;
  return Uint32Array.from({ length: accessor.count }, (_, i) => data.getUint32(start + i * stride, true));
}

/** The stretches between restarts. */
function* stretches(corners: Uint32Array, restart: number | null): Generator<Uint32Array> {
  if (restart === null) {
    yield corners;
    return;
  }
  let from = 0;
  for (let at = corners.indexOf(restart); at >= 0; at = corners.indexOf(restart, from)) {
    yield corners.subarray(from, at);
    from = at + 1;
  }
  yield from ? corners.subarray(from) : corners;
}

/** Corners of plain triangles from those of triangles, a strip or a fan (glTF 2.0, section 3.7.2.1). */
export function asTriangles(mode: number, corners: Uint32Array, restart: number | null = null): Uint32Array {
  if (mode === 4 && (restart === null || !corners.includes(restart)))
    return corners.subarray(0, Math.floor(corners.length / 3) * 3);
  const out = new Uint32Array(corners.length * 3);
  let at = 0;
  for (const part of stretches(corners, restart))
    for (let i = 2; i < part.length; i += mode === 4 ? 3 : 1, at += 3) {
      const [a, b] = mode === 6 ? [0, i - 1] : mode === 5 && i % 2 ? [i - 1, i - 2] : [i - 2, i - 1];
      out[at] = part[a]!;
      out[at + 1] = part[b]!;
      out[at + 2] = part[i]!;
    }
  return out.slice(0, at);
}

function asLines(mode: number, corners: Uint32Array, restart: number | null): Uint32Array {
  if (mode === 1) return corners;
  const out = new Uint32Array(corners.length * 2);
  let at = 0;
  for (const part of stretches(corners, restart)) {
    for (let i = 1; i < part.length; i++) {
      out[at++] = part[i - 1]!;
      out[at++] = part[i]!;
    }
    if (mode === 2 && part.length > 2) {
      out[at++] = part.at(-1)!;
      out[at++] = part[0]!;
    }
  }
  return out.slice(0, at);
}

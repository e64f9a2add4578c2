import { RenquilError } from '@renquil/core/errors';

/** A chunk of a GLB, glTF 2.0 section 4.4.3. `data` includes its padding. */
export interface GlbChunk {
  readonly type: number;
  readonly data: Uint8Array;
}
/** glTF 2.0 section 4.4.3.1: "JSON". */
export const jsonChunk = 0x4e4f534a;
/** glTF 2.0 section 4.4.3.1: "BIN". */
export const binChunk = 0x004e4942;
const magic = 0x46546c67;

/** Whether bytes begin as a GLB does (glTF 2.0 section 4.4.2). */
export function isGlb(bytes: Uint8Array): boolean {
  return bytes.length >= 4 && new DataView(bytes.buffer, bytes.byteOffset).getUint32(0, true) === magic;
}

/** The chunks of a GLB. Throws gltf-invalid, naming the byte, for anything section 4.4 does not allow. */
export function readGlb(bytes: Uint8Array, file: string): GlbChunk[] {
  const fail = (at: number, detail: string): never => {
    throw new RenquilError('gltf-invalid', { file, place: `byte ${at}`, detail });
  };
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (bytes.length < 12 || view.getUint32(0, true) !== magic)
    fail(0, 'this is not a GLB file (its first bytes are not "glTF")');
  const version = view.getUint32(4, true);
  if (version !== 2) fail(4, `GLB version ${version} is not supported, only 2`);
  const length = view.getUint32(8, true);
  if (length > bytes.length)
    fail(8, `the file says it is ${length} bytes long but only ${bytes.length} arrived: it was cut short`);
  const chunks: GlbChunk[] = [];
  for (let at = 12; at < length;) {
    if (at + 8 > length) fail(at, 'a chunk header is cut short');
    const size = view.getUint32(at, true);
    if (at + 8 + size > length) fail(at, `a chunk of ${size} bytes does not fit into the file`);
    chunks.push({ type: view.getUint32(at + 4, true), data: bytes.subarray(at + 8, at + 8 + size) });
    at += 8 + size;
  }
  if (chunks[0]?.type !== jsonChunk) fail(12, 'the first chunk is not JSON');
  return chunks;
}

/** Chunks are padded to 4 bytes: JSON with spaces, everything else with zeros. */
export function writeGlb(chunks: readonly GlbChunk[]): Uint8Array {
  const padded = chunks.map(({ type, data }) => ({ type, data, size: Math.ceil(data.length / 4) * 4 }));
  const total = padded.reduce((sum, chunk) => sum + 8 + chunk.size, 12);
  if (total > 0xffffffff) throw new RenquilError('file-too-large', { file: 'The GLB', limit: '4 GiB' });
  const out = new Uint8Array(total);
  const view = new DataView(out.buffer);
  view.setUint32(0, magic, true);
  view.setUint32(4, 2, true);
  view.setUint32(8, total, true);
  let at = 12;
  for (const { type, data, size } of padded) {
    view.setUint32(at, size, true);
    view.setUint32(at + 4, type, true);
    if (type === jsonChunk) out.fill(0x20, at + 8, at + 8 + size);
    out.set(data, at + 8);
    at += 8 + size;
  }
  return out;
}

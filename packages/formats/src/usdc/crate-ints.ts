import { Lz4Fault, unpackBlocks } from './lz4-block.js';

/**
 * Whole numbers as a crate file packs them (AOUSD Core Specification, 16.3, integer coding): the commonest difference, two bits
 * for each number that say how its difference from the one before is written, and those differences.
 */
export function unpackInts(packed: Uint8Array, count: number): Int32Array {
  const most = 4 + Math.ceil(count / 4) + count * 4;
  const bytes = unpackBlocks(packed, most);
  const out = new Int32Array(count);
  if (!count) return out;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = 4 + Math.ceil(count / 4);
  if (at > bytes.length) throw new Lz4Fault('numbers are missing');
  const common = view.getInt32(0, true);
  let now = 0;
  for (let i = 0; i < count; i++) {
    const code = (bytes[4 + (i >> 2)]! >> ((i & 3) * 2)) & 3;
    const size = code === 3 ? 4 : code;
    if (at + size > bytes.length) throw new Lz4Fault('numbers are missing');
    if (code === 0) now += common;
    else if (code === 1) now += view.getInt8(at);
    else if (code === 2) now += view.getInt16(at, true);
    else now += view.getInt32(at, true);
    at += size;
    now |= 0;
    out[i] = now;
  }
  return out;
}
/** The same of 64 bits: differences of 16, 32 and 64 bits. */
export function unpackLongs(packed: Uint8Array, count: number): BigInt64Array {
  const most = 8 + Math.ceil(count / 4) + count * 8;
  const bytes = unpackBlocks(packed, most);
  const out = new BigInt64Array(count);
  if (!count) return out;
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  let at = 8 + Math.ceil(count / 4);
  if (at > bytes.length) throw new Lz4Fault('numbers are missing');
  const common = view.getBigInt64(0, true);
  let now = 0n;
  for (let i = 0; i < count; i++) {
    const code = (bytes[8 + (i >> 2)]! >> ((i & 3) * 2)) & 3;
    const size = code ? 1 << code : 0;
    if (at + size > bytes.length) throw new Lz4Fault('numbers are missing');
    if (code === 0) now += common;
    else if (code === 1) now += BigInt(view.getInt16(at, true));
    else if (code === 2) now += BigInt(view.getInt32(at, true));
    else now += view.getBigInt64(at, true);
    at += size;
    out[i] = now = BigInt.asIntN(64, now);
  }
  return out;
}

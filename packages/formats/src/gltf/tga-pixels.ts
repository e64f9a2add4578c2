/** Bytes of a header. */
const headLength = 18;

/**
 * How many pixels a TGA has, when all of them are there; null: it has no whole header, or ends before its pixels do, which
 * decoders take for black. (Its header and packets are described from memory: the format has no open standard.)
 */
export function tgaPixels(bytes: Uint8Array): number | null {
  if (bytes.length < headLength) return null;
  const head = new DataView(bytes.buffer, bytes.byteOffset);
  const pixels = head.getUint16(12, true) * head.getUint16(14, true);
  const each = bytes[16]! >> 3;
  const map = bytes[1] ? head.getUint16(5, true) * (bytes[7]! >> 3) : 0;
  const from = headLength + bytes[0]! + map;
  // Kinds from 8 on are packed: a run of one pixel, or of pixels one after another, up to 128 of them.
  if (bytes[2]! < 8) return from + pixels * each <= bytes.length ? pixels : null;
  let [at, left] = [from, pixels];
  while (left > 0 && at < bytes.length) {
    const count = (bytes[at]! & 127) + 1;
    at += 1 + (bytes[at]! & 128 ? each : count * each);
    left -= count;
  }
  return left <= 0 && at <= bytes.length ? pixels : null;
}

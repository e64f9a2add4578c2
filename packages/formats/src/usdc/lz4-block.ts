/** What a block may be wrong about; whoever reads it says where it stands. */
export class Lz4Fault extends Error {}

/**
 * Unpacks one block (LZ4 block format): literals, and copies of what is unpacked already.
 * @param into takes what comes out, from `at` on
 * @returns where in it the block ends
 * @throws Lz4Fault when it goes past either end
 */
function unpackBlock(block: Uint8Array, into: Uint8Array, at: number): number {
  let [from, to] = [0, at];
  const more = (start: number): number => {
    let length = start;
    if (start !== 15) return length;
    for (let byte = 255; byte === 255;) {
      if (from >= block.length) throw new Lz4Fault('a length goes past the end');
      length += byte = block[from++]!;
    }
    return length;
  };
  while (from < block.length) {
    const token = block[from++]!;
    const literals = more(token >> 4);
    if (from + literals > block.length || to + literals > into.length)
      throw new Lz4Fault('literals go past the end');
    into.set(block.subarray(from, from + literals), to);
    from += literals;
    to += literals;
    if (from >= block.length) break;
    if (from + 2 > block.length) throw new Lz4Fault('a distance goes past the end');
    const back = block[from]! | (block[from + 1]! << 8);
    from += 2;
    const length = more(token & 15) + 4;
    if (back === 0 || back > to - at || to + length > into.length)
      throw new Lz4Fault('a copy goes past the ends');
    // Byte by byte where it copies what it makes.
    if (back >= length) into.copyWithin(to, to - back, to - back + length);
    else for (let i = 0; i < length; i++) into[to + i] = into[to + i - back]!;
    to += length;
  }
  return to;
}
/**
 * Unpacks what a crate file packs (AOUSD Core Specification, 16.3: a count of blocks, 0 for one block that is all of it;
 * else each with its length as int32).
 * @param most bytes that may come out
 */
export function unpackBlocks(packed: Uint8Array, most: number): Uint8Array {
  // A byte of it makes 255 at most: what a file claims beyond that is not there.
  const out = new Uint8Array(Math.min(most, packed.length * 256));
  if (!packed.length) return out.subarray(0, 0);
  const count = packed[0]!;
  if (!count) return out.subarray(0, unpackBlock(packed.subarray(1), out, 0));
  const view = new DataView(packed.buffer, packed.byteOffset, packed.byteLength);
  let [from, to] = [1, 0];
  for (let i = 0; i < count; i++) {
    if (from + 4 > packed.length) throw new Lz4Fault('a block is missing');
    const length = view.getInt32(from, true);
    from += 4;
    if (length < 0 || from + length > packed.length) throw new Lz4Fault('a block goes past the end');
    to = unpackBlock(packed.subarray(from, from + length), out, to);
    from += length;
  }
  return out.subarray(0, to);
}

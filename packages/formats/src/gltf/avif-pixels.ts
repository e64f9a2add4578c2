/** How far into a file its properties are looked for: they stand before the picture itself. */
const mostLooked = 2 ** 16;

/**
 * Pixels of an AVIF across and up (ISO/IEC 23008-12, 6.5.3, `ispe`): of a picture that is put together from tiles, each of which
 * says its own, the largest. Its boxes are not walked through, only passed by once. Null: nothing is said.
 */
export function avifPixels(bytes: Uint8Array): readonly [number, number] | null {
  const view = new DataView(bytes.buffer, bytes.byteOffset, Math.min(bytes.length, mostLooked));
  let found: readonly [number, number] | null = null;
  for (let at = 0; at + 16 <= view.byteLength; at++) {
    if (view.getUint32(at) !== ispe) continue;
    const [width, height] = [view.getUint32(at + 8), view.getUint32(at + 12)];
    if (width > 0 && height > 0 && width * height > (found ? found[0] * found[1] : 0))
      found = [width, height];
  }
  return found;
}
const ispe = 0x69_73_70_65;

import { avifPixels } from './avif-pixels.js';
import { imagePixels } from './material-facts.js';

/** 128 by 128 pixels, written by libavif. */
const written =
  'AAAAIGZ0eXBhdmlmAAAAAGF2aWZtaWYxbWlhZk1BMUEAAADybWV0YQAAAAAAAAAoaGRscgAAAAAAAAAAcGljdAAAAAAAAAAAAAAAAGxpYmF2aWYAAAAADnBpdG0AAAAAAAEAAAAeaWxvYwAAAABEAAABAAEAAAABAAABGgAAAEUAAAAoaWluZgAAAAAAAQAAABppbmZlAgAAAAABAABhdjAxQ29sb3IAAAAAamlwcnAAAABLaXBjbwAAABRpc3BlAAAAAAAAAIAAAACAAAAAEHBpeGkAAAAAAwgICAAAAAxhdjFDgSAAAAAAABNjb2xybmNseAABAA0ABoAAAAAXaXBtYQAAAAAAAAABAAEEAQKDBAAAAE1tZGF0EgAKCTgZv/9hAQ0GkDI2EZABhhhhALSD7j4DSWpbDGOp6wMU11/WbueKRoO+7ogZxqJ5KKX/TZ5Y38FEHW5CbHaCFxCy';
const bytes = Uint8Array.from(atob(written), (c) => c.charCodeAt(0));

describe('the pixels of an AVIF', () => {
  it('are those that its properties say', () => {
    expect(avifPixels(bytes)).toEqual([128, 128]);
    expect(imagePixels(bytes)).toEqual([128, 128]);
  });
  it('are of the whole where tiles say theirs', () => {
    const tiles = Uint8Array.from([...bytes.subarray(0, 0x100), ...bytes.subarray(0xb8, 0xcc)]);
    tiles[0x100 + 0x0e] = 2;
    expect(avifPixels(tiles)).toEqual([640, 128]);
  });
  it('are none where nothing is said, or the file ends', () => {
    expect(avifPixels(bytes.subarray(0, 0xc4))).toBeNull();
    expect(imagePixels(bytes.subarray(0, 40))).toBeNull();
    expect(avifPixels(new Uint8Array(0))).toBeNull();
  });
});

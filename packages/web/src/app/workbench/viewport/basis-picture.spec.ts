import type { Gltf } from '@renquil/formats';
import { askBasis } from './ask-basis';
import { openBasis } from './open-basis';
import { texturesOf, type UnpackKtx } from './scene-textures';

/** Made by Basis Universal's own encoder of 16 by 8 pixels, red on the left, blue on the right, that half seen through in the lower half: ETC1S, and UASTC packed with Zstandard in five levels. */
const etc1s =
  'q0tUWCAyMLsNChoKAAAAAAEAAAAQAAAACAAAAAAAAAAAAAAAAQAAAAEAAAABAAAAaAAAADwAAACkAAAAJAAAAMgAAAAAAAAAkwAAAAAAAABbAQAAAAAAAAcAAAAAAAAAAAAAAAAAAAA8AAAAAAAAAAIAOACjAQIAAwMAAAgIAAAAAAAAAAA/AAAAAAAAAAAA/////0AAPw8AAAAAAAAAAP////8fAAAAS1RYd3JpdGVyAEJhc2lzIFVuaXZlcnNhbCAyLjUwAAAEAAIAMgAAAAkAAAAwAAAAAAAAAAAAAAAAAAAAAwAAAAMAAAAEAAAAG8CUAAAAAAAAMkIDAkwEAAAAAAAgCw5sAFMCAAAAAEBQMnBBBGAKgAAAAAAIwk58yAmsqqqqUlVVVQUxwEQAAAAAAAASYQQBMAEgAAAAAIDoCBBHYAAAYAgY18Zg9AQBwAQAAAAAAAACCABqQgNoG/8D';
const uastc =
  'q0tUWCAyMLsNChoKAAAAAAEAAAAQAAAACAAAAAAAAAAAAAAAAQAAAAUAAAACAAAAyAAAACwAAAD0AAAAJAAAAAAAAAAAAAAAAAAAAAAAAACMAQAAAAAAACwAAAAAAAAAgAAAAAAAAABjAQAAAAAAACkAAAAAAAAAIAAAAAAAAABKAQAAAAAAABkAAAAAAAAAEAAAAAAAAAAxAQAAAAAAABkAAAAAAAAAEAAAAAAAAAAYAQAAAAAAABkAAAAAAAAAEAAAAAAAAAAsAAAAAAAAAAIAKACmAQIAAwMAABAAAAAAAAAAAAB/AwAAAAAAAAAA/////x8AAABLVFh3cml0ZXIAQmFzaXMgVW5pdmVyc2FsIDIuNTAAACi1L/0gEIEAAJcShvI7jiUCAAAAAAAAAAAotS/9IBCBAAB/gGbTLVgJDtjt/PLPz88PKLUv/SAQgQAAf5KHNnEOyE4O8T0nBQ8PDyi1L/0gIAEBAH8BYPFwMogHT8Y/fkFhaQl/AY02T8YOz3CyPmJB4esLKLUv/SCAHQEAkBfZw+PfXCEA14MH+X8iKAMZcAYA4AAgoyGQAYA8EwUCcAE=';
const bytesOf = (text: string): Uint8Array => Uint8Array.from(atob(text), (c) => c.charCodeAt(0));
const pixel = (image: ImageData, x: number, y: number): number[] => [
  ...image.data.subarray((y * image.width + x) * 4, (y * image.width + x) * 4 + 4),
];
/** Within what the packing loses. */
const near = (got: readonly number[], wanted: readonly number[]): boolean =>
  got.every((n, at) => Math.abs(n - wanted[at]!) <= 6);

describe('pictures in KTX 2.0 with Basis Universal', () => {
  let unpack: UnpackKtx;
  let worker: Worker;
  beforeAll(async () => {
    const opened = await openBasis();
    ({ worker } = opened);
    unpack = askBasis(opened.port);
  });
  afterAll(() => worker.terminate());

  it('are the pixels that were packed, from the upper left on', async () => {
    for (const text of [etc1s, uastc]) {
      const image = (await unpack(bytesOf(text), 1024))!;
      expect([image.width, image.height]).toEqual([16, 8]);
      expect(near(pixel(image, 2, 2), [200, 30, 30, 255])).toBeTrue();
      expect(near(pixel(image, 13, 1), [30, 60, 200, 255])).toBeTrue();
      expect(near(pixel(image, 13, 7), [30, 60, 200, 128])).toBeTrue();
    }
  });
  it('are unpacked at the level that is drawn, the last where none is small enough', async () => {
    const image = (await unpack(bytesOf(uastc), 8))!;
    expect([image.width, image.height]).toEqual([8, 4]);
    expect((await unpack(bytesOf(etc1s), 8))!.width).toBe(16);
  });
  it('that are broken are none, and the next one is read all the same', async () => {
    const bytes = bytesOf(etc1s);
    // Wherever it is cut or spoilt, there is an answer.
    await Promise.all([
      unpack(bytes.subarray(0, 300), 1024),
      unpack(
        bytes.map((n, at) => (at > 200 ? 255 - n : n)),
        1024,
      ),
    ]);
    expect(await unpack(bytes.subarray(0, 90), 1024)).toBeNull();
    expect((await unpack(bytes, 1024))!.width).toBe(16);
  });
  it('are worn by a material whose texture has no other source', async () => {
    const json = {
      asset: { version: '2.0' },
      images: [{ uri: `data:image/ktx2;base64,${etc1s}` }],
      textures: [{ extensions: { KHR_texture_basisu: { source: 0 } } }],
      materials: [{ pbrMetallicRoughness: { baseColorTexture: { index: 0 } } }],
    } as unknown as Gltf;
    const { textures, pictures, left } = await texturesOf(
      { json, buffers: [], resources: new Map() },
      unpack,
    );
    expect([textures.length, pictures[0]!.width, pictures[0]!.height, left]).toEqual([1, 16, 8, '']);
    const without = await texturesOf({ json, buffers: [], resources: new Map() });
    expect(without.left).toBe('1 of 1 pictures cannot be drawn');
  });
});

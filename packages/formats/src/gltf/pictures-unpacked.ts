import { encode } from 'fast-png';
import type { ResourceReader } from './gltf-source.js';
import { tgaPixels } from './tga-pixels.js';
import type { Unpackers } from './unpackers.js';

/** Pixels of all pictures that are unpacked for one scene: a second of work for every seven million, and 128 MB. */
const mostPixels = 2 ** 25;
/** The fastest: a picture is kept by its digest, and read again rarely. */
const zlib = { level: 1 } as const;

/**
 * What lies beside a file, with pictures that glTF has not (TGA) as PNG, which it has: lossless, so that they are drawn, judged
 * and handed off with what they show. What is too large, or broken, stays what it is.
 */
export function picturesUnpacked(
  read: ResourceReader,
  { tga }: Unpackers = {},
  most = mostPixels,
): ResourceReader {
  let left = most;
  return (path) => {
    const bytes = read(path);
    if (!bytes || !tga || !/\.tga$/i.test(path)) return bytes;
    const pixels = tgaPixels(bytes);
    if (pixels === null || pixels > left) return bytes;
    left -= pixels;
    try {
      const { width, height, data } = tga(bytes);
      return encode({ width, height, data, channels: 4, depth: 8 }, { zlib });
    } catch {
      return bytes;
    }
  };
}

import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex } from '@noble/hashes/utils.js';
import { disableTypes, imageSize, types } from 'image-size';
import type { Material, MaterialImage } from '@renquil/core/scene';
import { avifPixels } from './avif-pixels.js';
import { readDataUri } from './data-uri.js';
import { visitTextures } from './drop-from-list.js';
import { isHidden, type Gltf } from './gltf-json.js';
import { isUnknownLook } from './unknown-look.js';
import type { GltfSource } from './gltf-source.js';
import { pictureKind } from './picture-kind.js';
import { safePath } from './relative-path.js';

/** What the bytes of images are found in. */
export type ImageSource = Pick<GltfSource, 'buffers' | 'resources'>;
/** What glTF has: section 3.8.3, EXT_texture_webp, KHR_texture_basisu. Anything else is not even looked at. */
const kinds = ['png', 'jpg', 'webp', 'ktx'];
disableTypes(types.filter((type) => !kinds.includes(type)));
/** The size stands near the beginning; a file that hides it further on is one whose size is not known. */
const mostLooked = 4 * 2 ** 20;
/** Letters of a name that are kept; a data URI may be megabytes. */
const mostLetters = 120;

/**
 * The materials of a document: name and colour, a digest of all but the name, and with the bytes at hand the images that
 * they show with their sizes in pixels.
 */
export function materialsOf(json: Gltf, source?: ImageSource): Material[] {
  const known = new Map<number, MaterialImage>();
  const imageAt = (index: number): MaterialImage => {
    let image = known.get(index);
    if (!image) known.set(index, (image = imageOf(json, index, source!)));
    return image;
  };
  return (json.materials ?? []).map((material): Material => {
    const c = material.pbrMetallicRoughness?.baseColorFactor;
    const good = Array.isArray(c) && c.length === 4 && c.every((n) => Number.isFinite(n));
    const images = source ? [...imagesOf(json, material)].map(imageAt) : [];
    return {
      name: material.name ?? '',
      colour: good ? [c[0]!, c[1]!, c[2]!, c[3]!] : [1, 1, 1, 1],
      ...(isUnknownLook(material) ? {} : { digest: digestOf(material) }),
      ...(images.length ? { images } : {}),
    };
  });
}

/** Indexes of the images that a material's textures show, those of extensions (KTX2, WebP) too. */
function imagesOf(json: Gltf, material: object): Set<number> {
  const images = new Set<number>();
  const add = (source: unknown): void => {
    if (typeof source === 'number' && json.images?.[source]) images.add(source);
  };
  visitTextures(material, (holder, key) => {
    const at = (holder as Record<string, unknown>)[key];
    const texture = typeof at === 'number' ? json.textures?.[at] : undefined;
    add(texture?.source);
    for (const extension of Object.values(texture?.extensions ?? {})) add(extension['source']);
  });
  return images;
}

function imageOf(json: Gltf, index: number, source: ImageSource): MaterialImage {
  const { name, uri } = json.images![index]!;
  const called = name || (uri && !uri.startsWith('data:') ? decoded(uri) : `image ${index}`);
  const base = { index, name: called.slice(0, mostLetters) };
  const bytes = imageBytes(json, index, source);
  if (bytes === 'hidden') return base;
  if (!bytes) return { ...base, missing: true };
  const pixels = imagePixels(bytes);
  if (pixels) return { ...base, width: pixels[0], height: pixels[1] };
  return bytes.length > mostLooked ? base : { ...base, unreadable: true };
}
/** Pixels of an image across and up, by its bytes; null: that cannot be told. */
export function imagePixels(bytes: Uint8Array): readonly [number, number] | null {
  if (pictureKind(bytes) === 'image/avif') return avifPixels(bytes);
  try {
    const { width, height } = imageSize(bytes.subarray(0, mostLooked));
    return width > 0 && height > 0 ? [width, height] : null;
  } catch {
    return null;
  }
}
/** The bytes of an image; `hidden` while a decoder would be needed to find them, null when they did not come. */
export function imageBytes(
  json: Gltf,
  index: number,
  { buffers, resources }: ImageSource,
): Uint8Array | 'hidden' | null {
  const { uri, bufferView } = json.images![index]!;
  if (bufferView !== undefined) {
    if (isHidden(json, bufferView)) return 'hidden';
    const { buffer, byteOffset = 0, byteLength } = json.bufferViews![bufferView]!;
    return buffers[buffer]?.subarray(byteOffset, byteOffset + byteLength) ?? null;
  }
  if (uri === undefined) return null;
  if (uri.startsWith('data:')) return readDataUri(uri);
  try {
    return resources.get(safePath(uri, '')) ?? null;
  } catch {
    return null;
  }
}
function decoded(uri: string): string {
  try {
    return decodeURIComponent(uri);
  } catch {
    return uri;
  }
}

/** The same for the same members in whatever order. */
function digestOf({ name: _name, ...look }: { readonly name?: string }): string {
  return bytesToHex(sha256(new TextEncoder().encode(sorted(look)))).slice(0, 32);
}
function sorted(value: unknown): string {
  return JSON.stringify(value, (_key, one: unknown) =>
    typeof one === 'object' && one !== null && !Array.isArray(one)
      ? Object.fromEntries(Object.entries(one).sort(([a], [b]) => (a < b ? -1 : 1)))
      : one,
  );
}

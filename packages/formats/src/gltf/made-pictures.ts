import type { GrowingBytes } from './growing-bytes.js';
import { pictureKind, type PictureKind } from './picture-kind.js';

/** Bytes of pictures that a document made here takes in, at most: more stays where it lies. */
const mostBytes = 256 * 2 ** 20;

/** Those that glTF itself has not stand in an extension of their texture. */
const byExtension: Readonly<Partial<Record<PictureKind, string>>> = {
  'image/webp': 'EXT_texture_webp',
  'image/avif': 'EXT_texture_avif',
};

/** The pictures of a document that is made: each once, its bytes behind those of the shapes. */
export class MadePictures {
  readonly images: { readonly bufferView: number; readonly mimeType: PictureKind }[] = [];
  readonly textures: object[] = [];
  readonly #known = new Map<Uint8Array, number | null>();
  #left = mostBytes;
  /** @param view makes a view of bytes, by where they begin and how many they are */
  constructor(
    readonly bytes: GrowingBytes,
    readonly view: (at: number, length: number) => number,
  ) {}
  /** The texture of a picture; null: it is of a kind that glTF has not, or there is no room for it. */
  add(picture: Uint8Array): number | null {
    let known = this.#known.get(picture);
    if (known === undefined) this.#known.set(picture, (known = this.#take(picture)));
    return known;
  }
  /** Extensions that its textures are of. */
  get extensions(): string[] {
    return this.images.flatMap(({ mimeType }) => byExtension[mimeType] ?? []);
  }
  #take(picture: Uint8Array): number | null {
    const mimeType = pictureKind(picture);
    if (!mimeType || picture.length > this.#left) return null;
    this.#left -= picture.length;
    const source =
      this.images.push({ bufferView: this.view(this.bytes.put(picture), picture.length), mimeType }) - 1;
    const extension = byExtension[mimeType];
    return this.textures.push(extension ? { extensions: { [extension]: { source } } } : { source }) - 1;
  }
}

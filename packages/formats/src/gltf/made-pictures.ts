import type { GrowingBytes } from './growing-bytes.js';
import { pictureKind } from './picture-kind.js';

/** Bytes of pictures that a document made here takes in, at most: more stays where it lies. */
const mostBytes = 256 * 2 ** 20;

/** The pictures of a document that is made: each once, its bytes behind those of the shapes. */
export class MadePictures {
  readonly images: { readonly bufferView: number; readonly mimeType: string }[] = [];
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
  get usesWebp(): boolean {
    return this.images.some(({ mimeType }) => mimeType === 'image/webp');
  }
  #take(picture: Uint8Array): number | null {
    const mimeType = pictureKind(picture);
    if (!mimeType || picture.length > this.#left) return null;
    this.#left -= picture.length;
    const source =
      this.images.push({ bufferView: this.view(this.bytes.put(picture), picture.length), mimeType }) - 1;
    // WebP stands in an extension of the texture (EXT_texture_webp).
    return (
      this.textures.push(
        mimeType === 'image/webp' ? { extensions: { EXT_texture_webp: { source } } } : { source },
      ) - 1
    );
  }
}

import { baseTextures, imageBytes, imagePixels, type BaseTexture, type GltfSource } from '@renquil/formats';
import { isKtx } from './is-ktx';

/** A picture that a material shows, with how it is laid on. */
export interface DrawnTexture {
  readonly material: number;
  /** In `pictures`. */
  readonly picture: number;
  readonly laid: BaseTexture;
}
/** Pictures of base colours, as far as there is room for them. */
export interface DrawnTextures {
  readonly textures: readonly DrawnTexture[];
  readonly pictures: readonly ImageBitmap[];
  /** Why some or all are not drawn; empty: all are. */
  readonly left: string;
}
/** Pixels along the longer side that are drawn; what has more is made smaller. */
const mostSide = 1024;
/** Bytes of the card that pictures may take, with the smaller ones that are made of each; above it colours stand in for them. */
const mostBytes = 256 * 2 ** 20;
/** Pixels of one picture as it comes: 256 MB while it is unpacked. */
const mostPixels = 2 ** 26;
const nothing = { textures: [], pictures: [], left: '' };

/** Gives the pixels of a picture in KTX 2.0, of a level of no more pixels along a side than that; null: it cannot. */
export type UnpackKtx = (bytes: Uint8Array, most: number) => Promise<ImageData | null>;
/** Unpacks the pictures of base colours. Above the limit none is: half of them would say something false of the asset. */
export async function texturesOf(
  source: Pick<GltfSource, 'json' | 'buffers' | 'resources'>,
  unpackKtx: UnpackKtx = () => Promise.resolve(null),
): Promise<DrawnTextures> {
  const laid = [...baseTextures(source.json)];
  const images = [...new Set(laid.map(([, { image }]) => image))];
  const found = new Map<
    number,
    { readonly bytes: Uint8Array<ArrayBuffer>; readonly size: readonly [number, number] }
  >();
  let room = 0;
  for (const image of images) {
    const bytes = imageBytes(source.json, image, source);
    const pixels = bytes && bytes !== 'hidden' ? imagePixels(bytes) : null;
    // A picture is unpacked whole before it is made smaller.
    if (!pixels || pixels[0] * pixels[1] > mostPixels) continue;
    const by = Math.min(1, mostSide / Math.max(...pixels));
    const size = [Math.max(1, Math.round(pixels[0] * by)), Math.max(1, Math.round(pixels[1] * by))] as const;
    room += (size[0] * size[1] * 4 * 4) / 3;
    found.set(image, { bytes: bytes as Uint8Array<ArrayBuffer>, size });
  }
  if (room > mostBytes)
    return {
      ...nothing,
      left: `Pictures of ${Math.round(room / 2 ** 20)} MB are more than this page draws: colours stand in for them`,
    };
  const pictures: ImageBitmap[] = [];
  const at = new Map<number, number>();
  for (const [image, { bytes, size }] of found) {
    const bitmap = await picture(bytes, size, unpackKtx);
    if (bitmap) at.set(image, pictures.push(bitmap) - 1);
  }
  const textures = laid.flatMap(([material, one]) => {
    const own = at.get(one.image);
    return own === undefined ? [] : [{ material, picture: own, laid: one }];
  });
  const lost = images.length - at.size;
  return { textures, pictures, left: lost ? `${lost} of ${images.length} pictures cannot be drawn` : '' };
}
/** Null: it cannot be read. */
async function picture(
  bytes: Uint8Array<ArrayBuffer>,
  [width, height]: readonly [number, number],
  unpackKtx: UnpackKtx,
): Promise<ImageBitmap | null> {
  const made = isKtx(bytes) ? unpackKtx(bytes, mostSide) : new Blob([bytes]);
  try {
    const from = await made;
    return (
      from &&
      (await createImageBitmap(from, {
        ...{ resizeWidth: width, resizeHeight: height, resizeQuality: 'medium' },
        ...{ premultiplyAlpha: 'none', colorSpaceConversion: 'none' },
      }))
    );
  } catch {
    return null;
  }
}

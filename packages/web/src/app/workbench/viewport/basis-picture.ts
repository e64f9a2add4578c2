import { amdModule } from './amd-module';

/** As much of the transcoder of Basis Universal as is used. */
interface Basis {
  readonly KTX2File: new (bytes: Uint8Array) => KtxFile;
  initializeBasis(): void;
}
interface KtxFile {
  isValid(): boolean;
  getLevels(): number;
  getImageLevelInfo(
    ...at: readonly [level: number, layer: number, face: number]
  ): Readonly<Record<'origWidth' | 'origHeight' | 'width' | 'height', number>>;
  getImageTranscodedSizeInBytes(
    ...at: readonly [level: number, layer: number, face: number, format: number]
  ): number;
  startTranscoding(): boolean;
  transcodeImage(
    ...sent: readonly [
      to: Uint8Array,
      level: number,
      layer: number,
      face: number,
      format: number,
      alphaAsColour: number,
      channel0: number,
      channel1: number,
    ]
  ): boolean;
  close(): void;
  delete(): void;
}
type Make = (options: { readonly wasmBinary: ArrayBuffer }) => Promise<Basis>;
/** Four bytes a pixel (`transcoder_texture_format` of the transcoder). */
const rgba32 = 13;
let basis: Promise<Basis> | null = null;

/** The pixels of a picture in KTX 2.0 with Basis Universal (KHR_texture_basisu), of the first of its levels whose longer side is no more than `most`. Null: it is none, or is broken. */
export async function basisPicture(
  bytes: Uint8Array,
  most: number,
  wasm: ArrayBuffer,
): Promise<ImageData | null> {
  const { KTX2File } = await (basis ??= load(wasm));
  const file = new KTX2File(bytes);
  try {
    if (!file.isValid()) return null;
    const levels = Array.from({ length: file.getLevels() }, (_, level) =>
      file.getImageLevelInfo(level, 0, 0),
    );
    const fits = levels.findIndex(({ origWidth, origHeight }) => Math.max(origWidth, origHeight) <= most);
    const level = fits < 0 ? levels.length - 1 : fits;
    const { origWidth, origHeight } = levels[level]!;
    if (!file.startTranscoding()) return null;
    const pixels = new Uint8ClampedArray(file.getImageTranscodedSizeInBytes(level, 0, 0, rgba32));
    const to = new Uint8Array(pixels.buffer);
    if (!file.transcodeImage(to, level, 0, 0, rgba32, 0, -1, -1)) return null;
    return new ImageData(pixels, origWidth, origHeight);
  } catch {
    // One that threw may not be of use any more.
    basis = null;
    return null;
  } finally {
    file.close();
    file.delete();
  }
}
async function load(wasmBinary: ArrayBuffer): Promise<Basis> {
  const make = await amdModule<Make>(
    // eslint-disable-next-line @typescript-eslint/ban-ts-comment -- it comes without types
    // @ts-ignore
    () => import('three/examples/jsm/libs/basis/basis_transcoder.js'),
  );
  const made = await make({ wasmBinary });
  made.initializeBasis();
  return made;
}

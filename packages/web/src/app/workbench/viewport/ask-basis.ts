import type { AskBasis, BasisAnswer } from './basis-messages';

/** Asks at a port for the pixels of pictures, many at once. */
export function askBasis(port: MessagePort): (bytes: Uint8Array, most: number) => Promise<ImageData | null> {
  const waiting = new Map<number, (image: ImageData | null) => void>();
  let last = 0;
  port.onmessage = ({ data: { at, image } }: MessageEvent<BasisAnswer>) => {
    waiting.get(at)?.(image);
    waiting.delete(at);
  };
  return (bytes, most) =>
    new Promise((resolve) => {
      waiting.set(++last, resolve);
      port.postMessage({ at: last, bytes, most } satisfies AskBasis);
    });
}

import type { AskBasis, BasisAnswer } from './basis-messages';
import type { UnpackKtx } from './scene-textures';

/** Asks at a port for the pixels of pictures, many at once. */
export function askBasis(port: MessagePort): UnpackKtx {
  const waiting = new Map<number, (image: ImageData | null) => void>();
  let last = 0;
  port.onmessage = ({ data: { at, image } }: MessageEvent<BasisAnswer>) => {
    waiting.get(at)?.(image);
    waiting.delete(at);
  };
  return (bytes, most) =>
    new Promise((resolve) => {
      const at = ++last;
      waiting.set(at, resolve);
      port.postMessage({ at, bytes, most } satisfies AskBasis);
      // Whoever was to answer may have been ended for the memory that it took.
      setTimeout(() => {
        if (waiting.delete(at)) resolve(null);
      }, mostWait);
    });
}
/** Milliseconds that a picture may take, with those before it. */
const mostWait = 60_000;

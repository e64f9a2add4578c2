import { basisPicture } from './basis-picture';
import type { AskBasis, ToBasis } from './basis-messages';

/** Unpacks pictures for whoever has the other end of the port. Its transcoder makes functions of strings, so this script is let do that, and in turn may reach nothing. */
addEventListener('message', ({ data: { wasm, port } }: MessageEvent<ToBasis>) => {
  port.onmessage = ({ data: { at, bytes, most } }: MessageEvent<AskBasis>) =>
    void basisPicture(bytes, most, wasm)
      .catch(() => null)
      .then((image) => port.postMessage({ at, image }, image ? [image.data.buffer] : []));
});

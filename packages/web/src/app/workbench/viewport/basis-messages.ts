/** What the worker that unpacks KTX is begun with. */
export interface ToBasis {
  /** The transcoder: the worker itself can fetch nothing. */
  readonly wasm: ArrayBuffer;
  /** Where it is asked, and answers. */
  readonly port: MessagePort;
}
/** Asks for the pixels of one picture. */
export interface AskBasis {
  readonly at: number;
  readonly bytes: Uint8Array;
  /** Pixels along its longer side, at most, where it has such a level. */
  readonly most: number;
}
/** Its pixels; null: it cannot be read. */
export interface BasisAnswer {
  readonly at: number;
  readonly image: ImageData | null;
}

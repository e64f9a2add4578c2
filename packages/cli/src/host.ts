import type { Unpackers } from '@renquil/formats';

/** What a command may touch: files, settings and the two streams. A test brings its own. */
export interface Host {
  /** For shapes that are packed; left out: they stay so. */
  readonly unpackers?: Unpackers;
  read(path: string): Uint8Array;
  /** Bytes of a file. */
  size(path: string): number;
  /** Some bytes of a file: fewer where it ends. */
  readPart(path: string, from: number, length: number): Uint8Array;
  /** The same as `write`, of these bytes and what another file has from one of its bytes on. */
  writeBehind(path: string, start: Uint8Array, rest: { readonly path: string; readonly from: number }): void;
  /** Makes a folder, with those above it, where it is not there. */
  makeFolder(path: string): void;
  /** All or nothing: a file that was there stays whole when writing fails. */
  write(path: string, bytes: Uint8Array): void;
  /**
   * Tells of every file that is in a folder and below it, and of each that comes or changes there, once it is whole. Ends
   * when whoever runs it wants it to.
   */
  watch(folder: string, changed: (path: string) => void): Promise<void>;
  /** A variable of the environment. */
  environment(name: string): string | undefined;
  print(text: string): void;
  complain(text: string): void;
}

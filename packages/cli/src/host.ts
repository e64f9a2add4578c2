/** What a command may touch: files, settings and the two streams. A test brings its own. */
export interface Host {
  read(path: string): Uint8Array;
  /** All or nothing: a file that was there stays whole when writing fails. */
  write(path: string, bytes: Uint8Array): void;
  /** A variable of the environment. */
  environment(name: string): string | undefined;
  print(text: string): void;
  complain(text: string): void;
}

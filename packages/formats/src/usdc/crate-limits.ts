/** How much a crate file may hold, and unpack to. */
export interface CrateLimits {
  /** Bytes of the file. */
  readonly bytes: number;
  /** Tokens, fields, paths or specs, of each. */
  readonly items: number;
  /** Numbers of one list. */
  readonly numbers: number;
  /** Bytes of the text that it is read as. */
  readonly text: number;
  /** Letters of one statement that is no list of numbers. */
  readonly line: number;
  /** Values in each other. */
  readonly nesting: number;
  /** Elements of a path. */
  readonly depth: number;
  /** Fields of one spec. */
  readonly fields: number;
}
/** The limits of docs/files.md. */
export const crateLimits: CrateLimits = {
  ...{ bytes: 1_000_000_000, items: 8_000_000, numbers: 60_000_000, text: 1_000_000_000 },
  line: 100_000_000,
  ...{ nesting: 64, depth: 10_100, fields: 1000 },
};

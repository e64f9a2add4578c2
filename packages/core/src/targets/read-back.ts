/** What a second reader found in a file that was written for a target. */
export interface ReadBack {
  readonly objects: number;
  readonly arrived: number;
  /** What differs, in words; empty when all arrived as it was sent. */
  readonly problems: readonly string[];
  /** False when the geometry is compressed and only the tree could be opened. */
  readonly geometry: boolean;
}

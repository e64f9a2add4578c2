/** What was worked out of a state of the scene. */
export interface Memory {
  /** The version it was worked out of. */
  readonly at: number;
  readonly value: unknown;
  /** It is changed in place as the scene changes, and so is never shared with a fork. */
  readonly follows: boolean;
}

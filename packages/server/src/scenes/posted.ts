import type { ChangeRow } from '../db/scenes.js';
import type { ReadChange } from './scene-desk.js';

/** Who made a change. */
export interface Author {
  readonly id: number;
  readonly name: string;
}
/** A change as it came, with who sent it. */
export interface Posted {
  readonly author: Author;
  readonly change: ReadChange;
}
/** A change as it stands in the log, for a page that missed it. */
export type Missed = Pick<
  ChangeRow,
  'revision' | 'change_id' | 'author' | 'author_name' | 'label' | 'format'
> & {
  readonly edits: string | Uint8Array;
};
/** A change that was taken. */
export interface Committed {
  readonly revision: number;
  /** Changes of others, after the base and before this one. */
  readonly missed: readonly Missed[];
}

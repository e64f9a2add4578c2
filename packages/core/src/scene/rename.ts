import type { ObjectId } from './scene-object.js';

/** Who was called otherwise, and how before: nothing, where it is new. It may be gone. */
export interface Rename {
  readonly object: ObjectId;
  readonly from: string;
}

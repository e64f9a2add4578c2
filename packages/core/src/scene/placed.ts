import type { ObjectId } from './scene-object.js';

/** Who stands elsewhere, came or went, and what it hung under before; what came: what it hangs under. */
export interface Placed {
  readonly object: ObjectId;
  readonly from: ObjectId | null;
}

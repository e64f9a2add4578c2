import type { Edit } from '../edits/edit.js';
import { walkBranch } from './branch.js';
import { mostObjectId } from './most-object-id.js';
import type { Scene } from './scene.js';

/** Pages count ids on from their own copy, which may be ahead by what was taken back or is still on its way. */
const slack = 100_000;

/**
 * The first new id of a list of edits that lies too far beyond those of the scene; null: all are near. Ids index arrays,
 * so one far away would make every array that is as long as the ids.
 */
export function strangeId(scene: Scene, edits: readonly Edit[]): number | null {
  let most = scene.nextId - 1 + slack;
  for (const edit of edits) {
    if (edit.kind !== 'insert') continue;
    for (const { data } of walkBranch(edit.branch)) {
      most++;
      // One that is put back (an undone removal) was here before.
      if (data.id >= scene.nextId && (data.id > most || data.id > mostObjectId)) return data.id;
    }
  }
  return null;
}

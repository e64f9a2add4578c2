import type { Edit } from '@renquil/core/edits';
import { planRestore } from '@renquil/core/plans';
import { openStored, type StoredScene } from './stored-scene.js';

/** The edits from one stored state of a scene to another. */
export function planRestoreTask({ from, to }: { from: StoredScene; to: StoredScene }): Edit[] {
  return planRestore(openStored(from), openStored(to));
}

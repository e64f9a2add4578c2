import { planRestore, type Edit } from '@renquil/core';
import { openStored, type StoredScene } from './stored-scene.js';

/** The edits from one stored state of a scene to another. */
export function planRestoreTask({ from, to }: { from: StoredScene; to: StoredScene }): Edit[] {
  return planRestore(openStored(from), openStored(to));
}

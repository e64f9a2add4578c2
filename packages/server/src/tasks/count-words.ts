import { vocabulary } from '@renquil/core/names';
import { openStored, type StoredScene } from './stored-scene.js';

/** How often each word stands in the names of a scene, in lower case. */
export function countWordsTask(input: { stored: StoredScene }): readonly (readonly [string, number])[] {
  return [...vocabulary(openStored(input.stored))];
}

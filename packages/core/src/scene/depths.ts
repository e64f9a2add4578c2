import { memoizeByVersion } from './memoize-by-version.js';

/** Levels below the root of every object, 0 for a root, by id; remembered until the tree changes. */
export const depths = memoizeByVersion(
  (scene) => scene.structure,
  (scene): Int32Array => {
    const found = new Int32Array(scene.nextId);
    // A walk comes to what is above first.
    for (const { id, parent } of scene.walk()) found[id] = parent === null ? 0 : found[parent]! + 1;
    return found;
  },
);

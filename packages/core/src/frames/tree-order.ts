import { memoizeByVersion } from '../scene/memoize-by-version.js';

/** Every object's place in a walk of the tree, and where its branch ends: a branch is a stretch of places. */
export interface TreeOrder {
  /** Ids in the order of the walk. */
  readonly ids: Int32Array;
  /** By id: its place, and the first place after its branch. */
  readonly at: Int32Array;
  readonly end: Int32Array;
}

/** Every object's place in a walk of the tree, and where its branch ends. Remembered until the tree changes. */
export const treeOrder = memoizeByVersion(
  (scene) => scene.structure,
  (scene): TreeOrder => {
    const ids = new Int32Array(scene.size);
    const at = new Int32Array(scene.nextId);
    const end = new Int32Array(scene.nextId);
    let n = 0;
    for (const { id } of scene.walk()) {
      at[id] = n;
      ids[n++] = id;
    }
    for (let i = n - 1; i >= 0; i--) {
      const id = ids[i]!;
      if (!end[id]) end[id] = i + 1;
      const { parent } = scene.get(id);
      if (parent !== null && !end[parent]) end[parent] = end[id]!;
    }
    return { ids, at, end };
  },
);

import type { Edit } from '../edits/edit.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';

/** Renames that change something, in the order given. */
export function planRename(scene: Scene, names: ReadonlyMap<ObjectId, string>): Edit[] {
  const edits: Edit[] = [];
  for (const [object, to] of names) {
    const from = scene.get(object).name;
    if (from !== to) edits.push({ kind: 'rename', object, from, to });
  }
  return edits;
}

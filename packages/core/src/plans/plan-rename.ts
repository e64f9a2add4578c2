import type { Edit } from '../edits/edit.js';
import { followersOf } from '../scene/held.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';

/**
 * Renames that change something, in the order given. What is taken over from elsewhere keeps its name; where it is taken over
 * from an object of the scene that gets another name, it gets that too, right after it.
 */
export function planRename(scene: Scene, names: ReadonlyMap<ObjectId, string>): Edit[] {
  const edits: Edit[] = [];
  for (const [first, to] of names) {
    if (scene.get(first).held) continue;
    const queue = [first];
    for (const object of queue) {
      const from = scene.get(object).name;
      if (from !== to) edits.push({ kind: 'rename', object, from, to });
      if (from !== to) for (const follower of followersOf(scene).get(object) ?? []) queue.push(follower);
    }
  }
  return edits;
}

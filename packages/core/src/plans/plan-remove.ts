import { branchOf } from '../scene/branch.js';
import type { Edit } from '../edits/edit.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';

/** Removes objects with all below them. What lies inside another picked branch goes with it and is not named twice. */
export function planRemove(scene: Scene, objects: Iterable<ObjectId>): Edit[] {
  const picked = new Set(objects);
  const edits: Edit[] = [];
  const taken = new Map<ObjectId | null, number>();
  for (const object of scene.walk()) {
    if (!picked.has(object.id)) continue;
    let inside = false;
    for (const ancestor of scene.ancestors(object.id)) inside ||= picked.has(ancestor.id);
    if (inside) continue;
    // Edits apply one after another: each removal shifts the later siblings to the left.
    const before = taken.get(object.parent) ?? 0;
    taken.set(object.parent, before + 1);
    const index = scene.childrenOf(object.parent).indexOf(object.id) - before;
    edits.push({ kind: 'remove', branch: branchOf(scene, object.id), parent: object.parent, index });
  }
  return edits;
}

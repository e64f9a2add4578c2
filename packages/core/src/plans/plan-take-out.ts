import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { draft, type Plan } from './draft.js';
import { planGroup } from './plan-group.js';
import { planMove } from './plan-move.js';
import { planRemove } from './plan-remove.js';
import { topObjects } from './top-objects.js';

/**
 * Objects out of their groups, to just after them, keeping their places; a group that is empty then goes, and so does
 * one above it that held only that.
 */
export function planTakeOut(scene: Scene, objects: Iterable<ObjectId>): Plan {
  return draft(scene, (run) => {
    const left = new Set<ObjectId>();
    for (const id of topObjects(scene, objects).reverse()) {
      const { parent } = scene.get(id);
      if (parent === null) continue;
      const above = scene.get(parent).parent;
      const index = scene.childrenOf(above).indexOf(parent) + 1;
      const plan = planMove(scene, id, above, { keep: 'world', index });
      if (!plan.ok) return plan;
      run(plan.edits);
      left.add(parent);
    }
    for (const group of left) {
      for (let at: ObjectId | null = group; at !== null;) {
        const {
          kind,
          children,
          parent,
        }: { kind: string; children: readonly ObjectId[]; parent: ObjectId | null } = scene.get(at);
        if (kind !== 'group' || children.length) break;
        run(planRemove(scene, [at]));
        at = parent;
      }
    }
  });
}

/** A parent put in between: each object gets a group of its own, at its own pivot, where it stood in the tree. */
export function planInsertParents(
  scene: Scene,
  objects: Iterable<ObjectId>,
  nameOf: (id: ObjectId) => string,
): Plan {
  return draft(scene, (run) => {
    for (const id of topObjects(scene, objects)) {
      const plan = planGroup(scene, [id], { name: nameOf(id), pivot: 'last' });
      if (!plan.ok) return plan;
      run(plan.edits);
    }
  });
}

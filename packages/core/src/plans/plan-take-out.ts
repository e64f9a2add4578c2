import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { planOnFork, type Plan } from './plan-on-fork.js';
import { planGroup } from './plan-group.js';
import { planMove } from './plan-move.js';
import { planRemove } from './plan-remove.js';
import { topObjects } from './top-objects.js';

/**
 * Objects out of their groups, to just after them, keeping their places; a group that is empty then goes, and so does
 * one above it that held only that.
 */
export function planTakeOut(scene: Scene, objects: Iterable<ObjectId>): Plan {
  return planOnFork(scene, (fork, run) => {
    const left = new Set<ObjectId>();
    for (const id of topObjects(fork, objects).reverse()) {
      const { parent } = fork.get(id);
      if (parent === null) continue;
      const above = fork.get(parent).parent;
      const index = fork.childrenOf(above).indexOf(parent) + 1;
      const plan = planMove(fork, id, above, { keep: 'world', index });
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
        }: { kind: string; children: readonly ObjectId[]; parent: ObjectId | null } = fork.get(at);
        if (kind !== 'group' || children.length) break;
        run(planRemove(fork, [at]));
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
  return planOnFork(scene, (fork, run) => {
    for (const id of topObjects(fork, objects)) {
      const plan = planGroup(fork, [id], { name: nameOf(id), pivot: 'last' });
      if (!plan.ok) return plan;
      run(plan.edits);
    }
  });
}

import { multiply } from '../math/mat4.js';
import { fromMatrix, toMatrix } from '../math/transform.js';
import { branchOf } from '../scene/branch.js';
import type { Edit } from '../edits/edit.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import { planOnFork, type NoPlan, type Plan } from './plan-on-fork.js';
import { topObjects } from './top-objects.js';

/**
 * Lets the children of groups go to the group's parent, at the group's place, where they are seen; the groups go.
 * `all`: groups in groups too. An object that is more than a group (it has a shape, or is a joint, camera...) is refused.
 */
export function planUngroup(scene: Scene, objects: Iterable<ObjectId>, all = false): Plan {
  return planOnFork(scene, (fork, run) => {
    for (const id of topObjects(fork, objects)) {
      const queue = [id];
      while (queue.length) {
        const group = queue.pop()!;
        const { kind, name, children } = fork.get(group);
        if (kind !== 'group')
          return {
            ok: false,
            reason: 'not-a-group',
            object: group,
            because: `"${name}" is a ${kind}, not a group`,
          };
        if (all) queue.push(...children.filter((child) => fork.get(child).kind === 'group'));
        const made = ungroupOne(fork, group);
        if ('reason' in made) return made;
        run(made.edits);
      }
    }
  });
}

function ungroupOne(scene: Scene, group: ObjectId): { edits: Edit[] } | NoPlan {
  const { parent, local, children } = scene.get(group);
  const index = scene.childrenOf(parent).indexOf(group);
  const edits: Edit[] = [];
  for (const [i, id] of children.entries()) {
    const object = scene.get(id);
    const kept = fromMatrix(multiply(toMatrix(local), toMatrix(object.local)));
    if (!kept) {
      const because = `"${object.name}" would be sheared: "${scene.get(group).name}" is scaled unevenly`;
      return { ok: false, reason: 'shear', object: group, because };
    }
    edits.push({
      kind: 'move',
      object: id,
      from: { parent: group, index: 0, local: object.local },
      to: { parent, index: index + i, local: kept },
    });
  }
  edits.push({
    kind: 'remove',
    branch: { data: branchOf(scene, group).data, children: [] },
    parent,
    index: index + children.length,
  });
  return { edits };
}

import type { Edit, FieldValues } from '../edits/edit.js';
import { sameJson } from '../edits/same-json.js';
import { sameTransform } from '../math/transform.js';
import { planOnFork, type Plan } from '../plans/plan-on-fork.js';
import { branchOf } from '../scene/branch.js';
import type { Branch, ObjectId, SceneObject } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

const fields = [
  'shape',
  'bake',
  'materials',
  'layer',
  'switches',
  'display',
] as const satisfies readonly (keyof FieldValues)[];

/**
 * Makes branches like a master: what differs is taken over, what they have more goes, what they lack comes, under free
 * ids and its own name. Where they stand and what their objects are called stays.
 */
export function planLike(scene: Scene, master: ObjectId, others: readonly ObjectId[]): Plan {
  return planOnFork(scene, (fork, run) => {
    let next = fork.nextId;
    for (const other of others) {
      if (other === master) continue;
      if (fork.isWithin(other, master) || fork.isWithin(master, other))
        return {
          ok: false,
          reason: 'cycle',
          object: other,
          because: `"${fork.get(other).name}" and the master lie one within the other`,
        };
      const stack: [ObjectId, ObjectId][] = [[master, other]];
      while (stack.length) {
        const [a, b] = stack.pop()!;
        const one = fork.get(a);
        run(takeOver(one, fork.get(b), b === other));
        const { children } = fork.get(b);
        for (const id of [...children.slice(one.children.length)].reverse())
          run([
            {
              kind: 'remove',
              branch: branchOf(fork, id),
              parent: b,
              index: fork.childrenOf(b).indexOf(id),
            },
          ]);
        one.children.forEach((child, index) => {
          const there = fork.get(b).children[index];
          if (there !== undefined) stack.push([child, there]);
          else {
            const branch = copyOf(branchOf(fork, child), () => next++);
            run([{ kind: 'insert', branch, parent: b, index }]);
          }
        });
      }
    }
  });
}

function takeOver(one: SceneObject, two: SceneObject, isTop: boolean): Edit[] {
  const edits: Edit[] = [];
  // A kind is no field that an edit sets: it follows from what an object is in its file.
  for (const field of fields) {
    const [from, to] = [two[field] ?? null, one[field] ?? null];
    if (!sameJson(from, to)) edits.push({ kind: 'set', object: two.id, field, from, to });
  }
  if (!isTop && !sameTransform(one.local, two.local))
    edits.push({ kind: 'transform', object: two.id, from: two.local, to: one.local });
  return edits;
}

/** A branch again under other ids; it comes from no node of the file. */
export function copyOf(branch: Branch, nextId: () => ObjectId): Branch {
  return {
    data: { ...branch.data, id: nextId(), source: null },
    children: branch.children.map((child) => copyOf(child, nextId)),
  };
}

import type { Scene } from './scene.js';
import type { Branch, ObjectData, ObjectId, SceneObject } from './scene-object.js';

/** An object without its place in the tree. */
export function dataOf(object: SceneObject): ObjectData {
  const { parent: _parent, children: _children, ...data } = object;
  return data;
}

/** The subtree as data, with its ids. Iterative: a chain may be deeper than the call stack. */
export function branchOf(scene: Scene, id: ObjectId): Branch {
  const made = new Map<ObjectId, Branch>();
  for (const object of [...scene.walk(id)].reverse()) {
    made.set(object.id, {
      data: dataOf(object),
      children: object.children.map((child) => made.get(child)!),
    });
  }
  return made.get(id)!;
}

/** A branch and all below it, parents first. */
export function* walkBranch(branch: Branch): Generator<Branch> {
  const stack = [branch];
  while (stack.length) {
    const top = stack.pop()!;
    yield top;
    for (let i = top.children.length - 1; i >= 0; i--) stack.push(top.children[i]!);
  }
}

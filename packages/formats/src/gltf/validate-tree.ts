import type { Gltf } from './gltf-json.js';
import { entryOf, isIndex, told, type Fail } from './guards.js';

/** glTF 2.0 section 3.5.2: the node graph is a set of disjoint strict trees. Iterative, so no depth can break it. */
export function validateTree(json: Gltf, depthLimit: number, fail: Fail): void {
  const nodes = json.nodes ?? [];
  const parents = new Int32Array(nodes.length).fill(-1);
  nodes.forEach((node, i) => {
    if (node.children === undefined) return;
    if (!Array.isArray(node.children)) fail(`nodes[${i}].children`, 'it is not a list');
    node.children.forEach((child, k) => {
      if (!isIndex(child) || child >= nodes.length)
        fail(`nodes[${i}].children[${k}]`, `there is no node ${told(child)}`);
      if (parents[child] !== -1)
        fail(
          `nodes[${i}].children[${k}]`,
          `node ${child} is already under node ${parents[child]!}; a node has one parent`,
        );
      parents[child] = i;
    });
  });
  const depths = new Int32Array(nodes.length).fill(-1);
  for (let start = 0; start < nodes.length; start++) {
    // Most come right after those that they stand under.
    const above = parents[start]!;
    if (above === -1 || depths[above]! >= 0) {
      const depth = above === -1 ? 0 : depths[above]! + 1;
      depths[start] = depth;
      if (depth > depthLimit)
        fail(`nodes[${start}]`, `it lies ${depth} levels deep; the limit is ${depthLimit}`);
      continue;
    }
    const chain: number[] = [];
    let at = start;
    while (at !== -1 && depths[at] === -1) {
      chain.push(at);
      depths[at] = -2;
      at = parents[at]!;
      if (at !== -1 && depths[at] === -2)
        fail(`nodes[${at}]`, 'it is its own ancestor: the tree has a cycle');
    }
    let depth = at === -1 ? 0 : depths[at]! + 1;
    for (const node of chain.reverse()) depths[node] = depth++;
    if (depth - 1 > depthLimit)
      fail(`nodes[${start}]`, `it lies ${depth - 1} levels deep; the limit is ${depthLimit}`);
  }
  (json.scenes ?? []).forEach((scene, s) => {
    if (scene.nodes === undefined) return;
    if (!Array.isArray(scene.nodes)) fail(`scenes[${s}].nodes`, 'it is not a list');
    scene.nodes.forEach((node, k) => {
      const place = `scenes[${s}].nodes[${k}]`;
      if (!isIndex(node) || node >= nodes.length) fail(place, `there is no node ${told(node)}`);
      if (parents[node] !== -1) fail(place, `node ${node} is under node ${parents[node]!}, so it is no root`);
    });
  });
  if (json.scene !== undefined && !entryOf(json.scenes, json.scene))
    fail('scene', `there is no scene ${told(json.scene)}`);
}

import { hierarchy, partition } from 'd3-hierarchy';
import type { ObjectId, Scene } from '@renquil/core/scene';

/** What the width of a block stands for. */
export const widths = ['faces', 'objects', 'depth'] as const;
/** One of them. */
export type WidthBy = (typeof widths)[number];
/** One object in the map; shares of the whole width. */
export interface Block {
  readonly id: ObjectId;
  readonly depth: number;
  /** 0 to 1 of the whole width. */
  readonly x0: number;
  readonly x1: number;
}
interface Datum {
  readonly id: ObjectId | null;
  readonly own: number;
  readonly children: Datum[];
}

/**
 * The tree as blocks under blocks, as wide as what they hold. Branches narrower than `least` of the width are left to
 * their parent's block, so that the work is bounded by the picture, not by the scene.
 */
export function layLineage(scene: Scene, by: WidthBy, least: number): Block[] {
  const weights = branchWeights(scene, by);
  const total = scene.roots.reduce((sum, id) => sum + (weights[id] ?? 0), 0) || 1;
  const root: Datum = { id: null, own: 0, children: [] };
  const stack: { datum: Datum; ids: readonly ObjectId[] }[] = [{ datum: root, ids: scene.roots }];
  while (stack.length) {
    const { datum, ids } = stack.pop()!;
    for (const id of ids) {
      const weight = weights[id] ?? 0;
      if (weight / total < least) continue;
      const { children } = scene.get(id);
      const shown = children.filter((child) => (weights[child] ?? 0) / total >= least);
      const own = weight - shown.reduce((sum, child) => sum + (weights[child] ?? 0), 0);
      const made: Datum = { id, own, children: [] };
      datum.children.push(made);
      stack.push({ datum: made, ids: shown });
    }
  }
  const laid = partition<Datum>()(hierarchy(root, (d) => d.children).sum((d) => d.own));
  return laid
    .descendants()
    .flatMap((node) =>
      node.data.id === null ? [] : [{ id: node.data.id, depth: node.depth - 1, x0: node.x0, x1: node.x1 }],
    );
}

/**
 * What a branch weighs: its faces, its objects, or its objects each as much as it lies deep. By faces an object without a
 * shape counts a little, so that it can be seen.
 */
function branchWeights(scene: Scene, by: WidthBy): Float64Array {
  // By id, as flat numbers: the whole tree is weighed after each change of it. An id far beyond all others weighs nothing.
  const weights = new Float64Array(scene.nextId);
  const depths = new Int32Array(scene.nextId);
  const order = new Int32Array(scene.size);
  const light =
    by === 'faces'
      ? Math.max(1, scene.shapes.reduce((sum, shape) => sum + shape.faces, 0) / Math.max(1, scene.size) / 8)
      : 1;
  let at = 0;
  for (const { id, shape, parent } of scene.walk()) {
    order[at++] = id;
    const depth = parent === null ? 1 : (depths[parent] ?? 0) + 1;
    depths[id] = depth;
    const own = by === 'faces' && shape !== null ? Math.max(light, scene.shapes[shape]!.faces) : light;
    weights[id] = by === 'depth' ? depth : own;
  }
  for (let i = order.length - 1; i >= 0; i--) {
    const { parent } = scene.get(order[i]!);
    if (parent !== null) weights[parent]! += weights[order[i]!] ?? 0;
  }
  return weights;
}

/** Where the arrow keys lead in the map: siblings left and right, parent up, first child down. */
export function walkLineage(scene: Scene, from: ObjectId | null, key: string): ObjectId | null {
  if (from === null) return scene.roots[0] ?? null;
  const { parent, children } = scene.get(from);
  const siblings = scene.childrenOf(parent);
  const at = siblings.indexOf(from);
  if (key === 'ArrowLeft') return siblings[at - 1] ?? from;
  if (key === 'ArrowRight') return siblings[at + 1] ?? from;
  if (key === 'ArrowUp') return parent ?? from;
  if (key === 'ArrowDown') return children[0] ?? from;
  return null;
}

import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** One line of the ledger. `context`: shown only because something below it matched. */
export interface TreeRow {
  readonly id: ObjectId;
  readonly depth: number;
  readonly hasChildren: boolean;
  readonly open: boolean;
  readonly context: boolean;
  /** The first row of a group: what its rows share, and how many they are. */
  readonly group?: { readonly label: string; readonly count: number };
}
export interface TreeRowsInput {
  readonly folded: ReadonlySet<ObjectId>;
  /** Matches of the filter; null: no filter. A match never pulls in its children. */
  readonly matches: ReadonlySet<ObjectId> | null;
  /** Siblings in another order than the tree's. */
  readonly compare?: ((a: ObjectId, b: ObjectId) => number) | null;
}

/** The visible lines of the tree, in order. With a filter: the matches and, dimmed, the ancestors that lead to them. */
export function treeRows(scene: Scene, { folded, matches, compare }: TreeRowsInput): TreeRow[] {
  const wanted = matches && withAncestors(scene, matches);
  const rows: TreeRow[] = [];
  const stack: { id: ObjectId; depth: number }[] = [];
  const push = (siblings: readonly ObjectId[], depth: number): void => {
    const ids = compare ? [...siblings].sort(compare) : siblings;
    for (let i = ids.length - 1; i >= 0; i--)
      if (!wanted || wanted.has(ids[i]!)) stack.push({ id: ids[i]!, depth });
  };
  push(scene.roots, 0);
  while (stack.length) {
    const { id, depth } = stack.pop()!;
    const children = scene.get(id).children;
    const hasChildren = wanted ? children.some((child) => wanted.has(child)) : children.length > 0;
    const open = hasChildren && !folded.has(id);
    rows.push({ id, depth, hasChildren, open, context: matches ? !matches.has(id) : false });
    if (open) push(children, depth + 1);
  }
  return rows;
}

function withAncestors(scene: Scene, ids: ReadonlySet<ObjectId>): Set<ObjectId> {
  const all = new Set<ObjectId>();
  for (const id of ids) {
    if (!scene.find(id)) continue;
    for (let at: ObjectId | null = id; at !== null && !all.has(at); at = scene.get(at).parent) all.add(at);
  }
  return all;
}

import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { RowList } from './row-list.js';

/** What rows of a tree are made of. */
export interface TreeRowsInput {
  readonly folded: ReadonlySet<ObjectId>;
  /** Matches of the filter; null: no filter. A match never pulls in its children. */
  readonly matches: ReadonlySet<ObjectId> | null;
  /** Siblings in another order than the tree's. */
  readonly compare?: ((a: ObjectId, b: ObjectId) => number) | null;
}

/** The visible lines of the tree, in order. With a filter: the matches and, dimmed, the ancestors that lead to them. */
export function treeRows(scene: Scene, { folded, matches, compare }: TreeRowsInput): RowList {
  const wanted = matches && withAncestors(scene, matches);
  const rows = new RowList();
  const ids: ObjectId[] = [];
  const depths: number[] = [];
  /** Which of how many siblings. */
  const places: number[] = [];
  const counts: number[] = [];
  const push = (siblings: readonly ObjectId[], depth: number): void => {
    const sorted = compare ? [...siblings].sort(compare) : siblings;
    let count = sorted.length;
    if (wanted) {
      count = 0;
      for (const id of sorted) if (wanted.has(id)) count++;
    }
    let place = count;
    for (let i = sorted.length - 1; i >= 0; i--)
      if (!wanted || wanted.has(sorted[i]!)) {
        ids.push(sorted[i]!);
        depths.push(depth);
        places.push(place--);
        counts.push(count);
      }
  };
  push(scene.roots, 0);
  while (ids.length) {
    const id = ids.pop()!;
    const depth = depths.pop()!;
    const [place, count] = [places.pop()!, counts.pop()!];
    const { children } = scene.get(id);
    const hasChildren = wanted ? children.some((child) => wanted.has(child)) : children.length > 0;
    const open = hasChildren && !folded.has(id);
    const context = matches ? !matches.has(id) : false;
    rows.add({ id, depth, hasChildren, open, context, place, siblings: count });
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

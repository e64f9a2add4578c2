import type { Edit, EditKind } from '../edits/edit.js';
import { climb } from '../scene/climb.js';
import type { Rename } from '../scene/rename.js';
import type { Branch, ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** What edits, already applied, did, where they only renamed, moved, turned, put in or took away. */
export interface EditSummary {
  readonly renamed: readonly Rename[];
  /** Who stands elsewhere or hangs elsewhere with all below, or was put in. */
  readonly placed: ReadonlySet<ObjectId>;
  /** The kinds of edits that brought or took those. */
  readonly placedBy: ReadonlySet<EditKind>;
  /** What those hang and hung under, up to the roots: their branches reach elsewhere now. */
  readonly above: ReadonlySet<ObjectId>;
  /** What those are called that came or went. */
  readonly cameOrWent: readonly string[];
}

/** What edits, already applied, did; null: something else than all that. */
export function summaryOf(scene: Scene, edits: readonly Edit[]): EditSummary | null {
  const renamed: Rename[] = [];
  const placed = new Set<ObjectId>();
  const above = new Set<ObjectId>();
  const placedBy = new Set<EditKind>();
  const cameOrWent: string[] = [];
  const place = (top: ObjectId): void => {
    if (!scene.find(top)) return;
    for (const { id } of scene.walk(top)) placed.add(id);
    climb(scene, scene.get(top).parent, above);
  };
  const tellNames = (branch: Branch): void => {
    const stack = [branch];
    for (let at = stack.pop(); at; at = stack.pop()) {
      cameOrWent.push(at.data.name);
      for (const child of at.children) stack.push(child);
    }
  };
  for (const edit of edits) {
    if (edit.kind === 'rename') {
      renamed.push({ object: edit.object, from: edit.from });
      continue;
    }
    placedBy.add(edit.kind);
    if (edit.kind === 'transform') place(edit.object);
    else if (edit.kind === 'move') {
      place(edit.object);
      climb(scene, edit.from.parent, above);
    } else if (edit.kind === 'insert' || edit.kind === 'remove') {
      tellNames(edit.branch);
      if (edit.kind === 'insert') place(edit.branch.data.id);
      climb(scene, edit.parent, above);
    } else return null;
  }
  return { renamed, placed, placedBy, above, cameOrWent };
}

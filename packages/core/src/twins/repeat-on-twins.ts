import { applyChange, invertEdits } from '../edits/change.js';
import type { Edit } from '../edits/edit.js';
import { applyEdit } from '../edits/registry.js';
import { invertAffine, multiply } from '../math/mat4.js';
import { fromMatrix, toMatrix, type Transform } from '../math/transform.js';
import type { NoPlan } from '../plans/plan-on-fork.js';
import { branchOf, walkBranch } from '../scene/branch.js';
import type { Branch, ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { findTwins, sameInTwin } from './find-twins.js';
import { copyOf } from './plan-like.js';

/** The edits for the twins, or why there are none. */
export type Repeated =
  { readonly ok: true; readonly edits: Edit[]; readonly twins: readonly ObjectId[] } | NoPlan;

/**
 * What was done last to a branch, done to all its twins too. Twins are those of before the change: they are looked for in
 * a fork of the scene with the change taken back. Renames are left out, since twins have names of their own.
 * @param done the edits of the last change, as they were applied
 */
export function repeatOnTwins(scene: Scene, done: readonly Edit[]): Repeated {
  const before = scene.fork();
  if (!applyChange(before, { label: '', edits: invertEdits(done) }).ok)
    return no('the scene has moved on since: do it once more, then repeat it');
  const found = branchOfChange(before, done);
  if (!found) return no('what was changed last lies in no branch that has twins');
  const twins = found.twins.filter((id) => id !== found.branch);
  const made: Edit[] = [];
  let next = done.reduce(
    (most, edit) => (edit.kind === 'insert' ? Math.max(most, largest(edit.branch) + 1) : most),
    before.nextId,
  );
  for (const twin of twins) {
    const ids = new Map<ObjectId, ObjectId>();
    const same = (id: ObjectId): ObjectId | null =>
      ids.get(id) ?? (before.find(id) ? sameInTwin(before, id, found.branch, twin) : null);
    for (const edit of done) {
      const mapped = mapEdit(edit, { scene: before, same, branch: found.branch, ids, nextId: () => next++ });
      if (!mapped) continue;
      // Later edits are made against what earlier ones left.
      if (!applyEdit(before, mapped).ok) return no('a twin does not take the same change');
      made.push(mapped);
    }
  }
  return made.length
    ? { ok: true, edits: made, twins }
    : no('nothing of the last change can be repeated on a twin');
}

function no(because: string): NoPlan {
  return { ok: false, reason: 'nothing', object: 0, because };
}
function largest(branch: Branch): ObjectId {
  let most = 0;
  for (const { data } of walkBranch(branch)) most = Math.max(most, data.id);
  return most;
}

/** The smallest branch with twins that holds everything a change is about. */
function branchOfChange(
  scene: Scene,
  edits: readonly Edit[],
): { branch: ObjectId; twins: readonly ObjectId[] } | null {
  const about = new Set<ObjectId>();
  for (const edit of edits) {
    if (edit.kind === 'insert') {
      if (edit.parent !== null) about.add(edit.parent);
    } else if (edit.kind === 'remove') about.add(edit.branch.data.id);
    else if ('object' in edit) about.add(edit.object);
    if (edit.kind === 'move' && edit.to.parent !== null) about.add(edit.to.parent);
  }
  const known = [...about].filter((id) => scene.find(id));
  if (!known.length) return null;
  const groups = findTwins(scene, { inner: true });
  // Where an object stands means something only inside a larger branch; what it is does not need one.
  const moves = edits.some((edit) => edit.kind !== 'set' && edit.kind !== 'attribute');
  let lone: { branch: ObjectId; twins: readonly ObjectId[] } | null = null;
  for (let at: ObjectId | null = known[0]!; at !== null; at = scene.get(at).parent) {
    const branch: ObjectId = at;
    if (!known.every((id) => scene.isWithin(id, branch))) continue;
    const twins = groups.find((ids) => ids.includes(branch));
    if (!twins) continue;
    if (!moves || !known.includes(branch)) return { branch, twins };
    lone ??= { branch, twins };
  }
  return lone;
}

interface Mapping {
  readonly scene: Scene;
  readonly same: (id: ObjectId) => ObjectId | null;
  readonly branch: ObjectId;
  /** New objects of the change -> those made for this twin. */
  readonly ids: Map<ObjectId, ObjectId>;
  readonly nextId: () => ObjectId;
}
function mapEdit(edit: Edit, map: Mapping): Edit | null {
  const { scene, same } = map;
  switch (edit.kind) {
    case 'set': {
      const object = same(edit.object);
      return object === null ? null : { ...edit, object, from: scene.get(object)[edit.field] ?? null };
    }
    case 'attribute': {
      const object = same(edit.object);
      if (object === null) return null;
      const { from: _from, ...rest } = edit;
      const held = scene.get(object).attributes[edit.key];
      return { ...rest, object, ...(held === undefined ? {} : { from: held }) };
    }
    case 'transform': {
      const object = same(edit.object);
      if (object === null) return null;
      const from = scene.get(object).local;
      // The top of a twin stands elsewhere: it is moved by as much, not to the same place.
      const to = edit.object === map.branch ? byAsMuch(from, edit.from, edit.to) : edit.to;
      return to && { kind: 'transform', object, from, to };
    }
    case 'move': {
      const object = same(edit.object);
      const parent = edit.to.parent === null ? null : same(edit.to.parent);
      if (object === null || parent === null || edit.object === map.branch) return null;
      const now = scene.get(object);
      const from = {
        parent: now.parent,
        index: scene.childrenOf(now.parent).indexOf(object),
        local: now.local,
      };
      return { kind: 'move', object, from, to: { ...edit.to, parent } };
    }
    case 'insert': {
      const parent = edit.parent === null ? null : same(edit.parent);
      if (parent === null) return null;
      const branch = copyOf(edit.branch, map.nextId);
      pairIds(edit.branch, branch, map.ids);
      return { ...edit, branch, parent };
    }
    case 'remove': {
      const object = same(edit.branch.data.id);
      if (object === null || edit.branch.data.id === map.branch) return null;
      return removal(scene, object);
    }
    default:
      return null;
  }
}
function removal(scene: Scene, id: ObjectId): Edit {
  const { parent } = scene.get(id);
  return { kind: 'remove', branch: branchOf(scene, id), parent, index: scene.childrenOf(parent).indexOf(id) };
}
function pairIds(from: Branch, to: Branch, ids: Map<ObjectId, ObjectId>): void {
  ids.set(from.data.id, to.data.id);
  from.children.forEach((child, i) => pairIds(child, to.children[i]!, ids));
}
/** L' = L(twin) L(before)^-1 L(after). */
function byAsMuch(twin: Transform, before: Transform, after: Transform): Transform | null {
  const inverse = invertAffine(toMatrix(before));
  return inverse && fromMatrix(multiply(multiply(toMatrix(twin), inverse), toMatrix(after)));
}

import { applyEdit } from '../edits/registry.js';
import type { Edit, FieldValues } from '../edits/edit.js';
import { sameJson } from '../edits/same-json.js';
import { sameTransform } from '../math/transform.js';
import { branchOf, dataOf } from '../scene/branch.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';

const fields: readonly (keyof FieldValues)[] = [
  'switches',
  'layer',
  'mark',
  'materials',
  'rest',
  'bake',
  'display',
  'shape',
  'outline',
];

/**
 * The edits that make `scene` equal to `target`, object by object through their ids. Every object that is to stay is put
 * in its place from the top down, left to right; then what the target does not have is removed.
 * @throws RangeError when an edit does not apply (the two scenes have other shapes or materials)
 */
export function planRestore(scene: Scene, target: Scene): Edit[] {
  // Each edit is made against what those before it left.
  const scratch = scene.fork();
  const edits: Edit[] = [];
  const run = (edit: Edit): void => {
    const result = applyEdit(scratch, edit);
    if (!result.ok) throw new RangeError(`restore: ${result.detail}`);
    edits.push(edit);
  };
  for (const thing of ['material', 'shape'] as const) {
    const list = (of: Scene): readonly { readonly name: string }[] =>
      thing === 'material' ? of.materials : of.shapes;
    list(target).forEach(({ name }, index) => {
      const from = list(scratch)[index]?.name;
      if (from !== undefined && from !== name) run({ kind: 'rename-thing', thing, index, from, to: name });
    });
  }
  const stack: (ObjectId | null)[] = [null];
  while (stack.length) {
    const parent = stack.pop()!;
    target.childrenOf(parent).forEach((id, index) => {
      placeOne(scratch, target, { id, parent, index }, run);
      setFields(scratch, target, id, run);
      stack.push(id);
    });
  }
  for (const id of leftovers(scratch, target)) {
    const parent = scratch.get(id).parent;
    run({
      kind: 'remove',
      branch: branchOf(scratch, id),
      parent,
      index: scratch.childrenOf(parent).indexOf(id),
    });
  }
  for (const name of new Set([...scratch.sets.keys(), ...target.sets.keys()])) {
    const [from, to] = [scratch.sets.get(name) ?? null, target.sets.get(name) ?? null];
    if (!sameJson(from, to)) run({ kind: 'named-set', name, from, to });
  }
  for (const name of new Set([...scratch.views.keys(), ...target.views.keys()])) {
    const [from, to] = [scratch.views.get(name) ?? null, target.views.get(name) ?? null];
    if (!sameJson(from, to)) run({ kind: 'named-view', name, from, to });
  }
  restoreLayers(scratch, target, run);
  return edits;
}

/** Away first, then from the top down, so that no layer lies within itself on the way. */
function restoreLayers(scratch: Scene, target: Scene, run: (edit: Edit) => void): void {
  const differs = (name: string): boolean =>
    !sameJson(scratch.layers.get(name) ?? null, target.layers.get(name) ?? null);
  for (const name of [...scratch.layers.keys()])
    if (differs(name)) run({ kind: 'named-layer', name, from: scratch.layers.get(name)!, to: null });
  for (const [name, to] of target.layers)
    if (!scratch.layers.has(name)) run({ kind: 'named-layer', name, from: null, to });
}

function placeOne(
  scratch: Scene,
  target: Scene,
  to: { id: ObjectId; parent: ObjectId | null; index: number },
  run: (edit: Edit) => void,
): void {
  const { id, parent, index } = to;
  const wanted = target.get(id);
  const there = scratch.find(id);
  if (!there) {
    run({ kind: 'insert', branch: { data: dataOf(wanted), children: [] }, parent, index });
    return;
  }
  if (there.parent === parent && scratch.childrenOf(parent)[index] === id) {
    if (!sameTransform(there.local, wanted.local))
      run({ kind: 'transform', object: id, from: there.local, to: wanted.local });
    return;
  }
  const from = {
    parent: there.parent,
    index: scratch.childrenOf(there.parent).indexOf(id),
    local: there.local,
  };
  run({ kind: 'move', object: id, from, to: { parent, index, local: wanted.local } });
}

function setFields(scratch: Scene, target: Scene, id: ObjectId, run: (edit: Edit) => void): void {
  const wanted = target.get(id);
  const there = scratch.get(id);
  if (there.name !== wanted.name) run({ kind: 'rename', object: id, from: there.name, to: wanted.name });
  for (const field of fields) {
    const [from, to] = [there[field] ?? null, wanted[field] ?? null];
    if (!sameJson(from, to)) run({ kind: 'set', object: id, field, from, to });
  }
  const [before, after] = [there.attributes, wanted.attributes];
  for (const key of new Set([...Object.keys(before), ...Object.keys(after)])) {
    if (sameJson(before[key], after[key])) continue;
    const edit = { kind: 'attribute' as const, object: id, key };
    run({
      ...edit,
      ...(key in before ? { from: before[key]! } : {}),
      ...(key in after ? { to: after[key]! } : {}),
    });
  }
}

/** Tops of the branches that the target does not have; all that stays has been moved out of them by now. */
function leftovers(scratch: Scene, target: Scene): ObjectId[] {
  const tops: ObjectId[] = [];
  for (const object of scratch.walk()) {
    if (target.find(object.id)) continue;
    if (object.parent === null || target.find(object.parent)) tops.push(object.id);
  }
  return tops;
}

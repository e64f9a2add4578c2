import type { Edit } from '../edits/edit.js';
import { mainRoot } from '../scene/main-root.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import { draft } from './draft.js';
import { planMove } from './plan-move.js';
import { planRemove } from './plan-remove.js';
import { planUngroup } from './plan-ungroup.js';

export interface TidyItem {
  readonly object: ObjectId;
  readonly what: 'empty' | 'lone' | 'stray';
  readonly because: string;
}

/** What could be tidied: groups with nothing in them, groups with one child, parts that stand outside the root. */
export function findUntidy(scene: Scene, convention: CompiledConvention): TidyItem[] {
  const items: TidyItem[] = [];
  const main = mainRoot(scene);
  for (const object of scene.walk()) {
    const { id, name, kind, children, parent } = object;
    if (kind === 'group' && !children.length)
      items.push({ object: id, what: 'empty', because: `"${name}" groups nothing: take it away` });
    else if (
      kind === 'group' &&
      children.length === 1 &&
      parent !== null &&
      scene.get(children[0]!).kind !== 'joint'
    ) {
      items.push({
        object: id,
        what: 'lone',
        because: `"${name}" holds one object only: let "${scene.get(children[0]!).name}" out`,
      });
    } else if (
      parent === null &&
      main !== null &&
      id !== main &&
      !convention.helperPrefix(name) &&
      kind !== 'helper'
    ) {
      items.push({
        object: id,
        what: 'stray',
        because: `"${name}" stands outside: put it under "${scene.get(main).name}"`,
      });
    }
  }
  return items;
}

/** The chosen items as one list of edits; one that cannot be done any more, or would shear something, is left out. */
export function planTidy(scene: Scene, items: readonly TidyItem[]): Edit[] {
  const made = draft(scene, (run) => {
    for (const { object, what } of items) {
      if (!scene.find(object)) continue;
      if (what === 'empty') run(planRemove(scene, [object]));
      else {
        const plan =
          what === 'lone'
            ? planUngroup(scene, [object])
            : planMove(scene, object, mainRoot(scene), { keep: 'world' });
        if (plan.ok) run(plan.edits);
      }
    }
  });
  return made.ok ? made.edits : [];
}

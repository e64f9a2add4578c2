import type { Edit } from '../edits/edit.js';
import { isAsked, type Check } from '../checks/check.js';
import { emptyGroup } from '../checks/hierarchy/empty-group.js';
import { loneChild } from '../checks/hierarchy/lone-child.js';
import { outsideRoot } from '../checks/hierarchy/outside-root.js';
import { fillText } from '../errors.js';
import { mainRoot } from '../scene/main-root.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import { planOnFork } from './plan-on-fork.js';
import { planMove } from './plan-move.js';
import { planRemove } from './plan-remove.js';
import { planUngroup } from './plan-ungroup.js';

/** Something that could be tidied, and how. */
export interface TidyItem {
  readonly object: ObjectId;
  readonly what: 'empty' | 'lone' | 'stray';
  readonly because: string;
}

const untidy: readonly { readonly check: Check; readonly what: TidyItem['what']; readonly then: string }[] = [
  { check: emptyGroup, what: 'empty', then: 'take it away' },
  { check: loneChild, what: 'lone', then: 'let it out' },
  { check: outsideRoot, what: 'stray', then: 'put it under the root' },
];

/** What could be tidied: what the checks of empty groups, lone children and strays find, so that both always agree. */
export function findUntidy(scene: Scene, convention: CompiledConvention): TidyItem[] {
  const items: TidyItem[] = [];
  for (const object of scene.walk()) {
    for (const { check, what, then } of untidy) {
      if (!isAsked(check, object)) continue;
      const report = check.evaluate(object, { scene, convention, parameters: {} });
      if (!report) continue;
      const because = fillText(check.messages[report.message]!.because, report.data);
      items.push({ object: object.id, what, because: `${because} Tidy: ${then}.` });
      break;
    }
  }
  return items;
}

/** The chosen items as one list of edits; one that cannot be done any more, or would shear something, is left out. */
export function planTidy(scene: Scene, items: readonly TidyItem[]): Edit[] {
  const made = planOnFork(scene, (fork, run) => {
    for (const { object, what } of items) {
      if (!fork.find(object)) continue;
      if (what === 'empty') run(planRemove(fork, [object]));
      else {
        const plan =
          what === 'lone'
            ? planUngroup(fork, [object])
            : planMove(fork, object, mainRoot(fork), { keep: 'world' });
        if (plan.ok) run(plan.edits);
      }
    }
  });
  return made.ok ? made.edits : [];
}

import type { Edit } from '../../edits/edit.js';
import { applyEdit } from '../../edits/registry.js';
import { NextFree } from '../../names/recipe/next-free.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import { checkOf } from '../checks-of.js';
import { settingIn } from '../setting-in.js';
import type { FindingRef } from './fix-plan.js';

/** A fix that was made on a fork: null, its check was content by then. */
export interface MadeFix {
  readonly edits: readonly Edit[] | null;
}

/**
 * In which order fixes go: what stands where, then how it is placed, then what it is set to, then what it is called.
 * Names come last since rules over them ask for the place, the side and the kind of what bears them.
 */
export function phaseOf(edits: readonly Edit[]): number {
  return Math.min(4, ...edits.map(phaseOfEdit));
}
function phaseOfEdit(edit: Edit): number {
  switch (edit.kind) {
    case 'insert':
    case 'move':
    case 'remove':
      return 0;
    case 'transform':
      return 1;
    case 'set':
      return edit.field === 'switches' || edit.field === 'layer' ? 2 : 1;
    case 'rename':
      return 3;
    default:
      return 2;
  }
}

/**
 * Makes fixes one after another on a fork, each on what those before it left; a name that is taken by then is counted on.
 * One that would not apply any more is made of nothing.
 */
export class FixMaker {
  readonly #free: NextFree;
  constructor(
    readonly convention: CompiledConvention,
    readonly fork: Scene,
  ) {
    this.#free = new NextFree(fork, convention);
  }
  /** @param carryOut whether the fork is changed by it; otherwise it is only looked what it would be */
  make(finding: FindingRef, carryOut: boolean): MadeFix {
    const object = this.fork.find(finding.object);
    const check = checkOf(this.convention, finding.check);
    const setting = check && settingIn(this.convention, check);
    if (!setting || !object) return { edits: null };
    const context = { scene: this.fork, convention: this.convention, parameters: setting.parameters };
    if (!check.evaluate(object, context)) return { edits: null };
    const edits = (check.fix?.(object, context) ?? []).map((edit) =>
      edit.kind === 'rename' ? { ...edit, to: this.#freeName(object, edit.to) } : edit,
    );
    if (carryOut)
      for (const edit of edits) {
        const result = applyEdit(this.fork, edit);
        if (!result.ok) throw new RangeError(`the fix of ${finding.check} does not apply: ${result.detail}`);
      }
    return { edits };
  }
  #freeName(object: SceneObject, wanted: string): string {
    const used = (name: string): boolean => this.fork.withName(name).size > 0;
    return used(wanted) ? this.#free.of(object, wanted, used) : wanted;
  }
}

import type { Edit } from '../edits/edit.js';
import { applyEdit } from '../edits/registry.js';
import type { Scene } from '../scene/scene.js';

/** Why a plan cannot be made: nothing is changed, and the object that stands in the way is named. */
export interface NoPlan {
  readonly ok: false;
  readonly reason:
    'cycle' | 'shear' | 'singular' | 'not-a-group' | 'has-shape' | 'skinned' | 'nothing' | 'no-rest' | 'held';
  readonly object: number;
  readonly because: string;
}
/** The edits of a plan, each made against what those before it leave; or why there are none. */
export type Plan = { readonly ok: true; readonly edits: Edit[] } | NoPlan;

/**
 * Lets a plan be made step by step, each on what those before it left. The steps run on a fork, so the scene itself stays
 * as it is, with all that was worked out of it; the cost is what the steps change.
 * @param make is given the fork, to look at, and what runs edits on it; a refusal that it returns is the whole plan's
 * @throws RangeError when a step makes an edit that does not apply (a mistake of the plan)
 * @example
 * planOnFork(scene, (fork, run) => {
 *   for (const id of objects) run(planRemove(fork, [id]));
 * });
 */
export function planOnFork(
  scene: Scene,
  make: (fork: Scene, run: (edits: readonly Edit[]) => void) => NoPlan | void,
): Plan {
  const edits: Edit[] = [];
  const fork = scene.fork();
  const run = (made: readonly Edit[]): void => {
    for (const edit of made) {
      const result = applyEdit(fork, edit);
      if (!result.ok && result.code === 'held') throw new Held(result.object, result.detail);
      if (!result.ok) throw new RangeError(`a plan made an edit that does not apply: ${result.detail}`);
      edits.push(edit);
    }
  };
  try {
    return make(fork, run) ?? { ok: true, edits };
  } catch (error) {
    if (error instanceof Held) return error.plan;
    throw error;
  }
}
/** A step wanted another name or place for something that is taken over: the whole plan is refused with it. */
class Held extends Error {
  readonly plan: NoPlan;
  constructor(object: number, because: string) {
    super(because);
    this.plan = { ok: false, reason: 'held', object, because };
  }
}

import { invertEdits } from '../edits/change.js';
import type { Edit } from '../edits/edit.js';
import { applyEdit } from '../edits/registry.js';
import type { Scene } from '../scene/scene.js';

/** Why a plan cannot be made: nothing is changed, and the object that stands in the way is named. */
export interface NoPlan {
  readonly ok: false;
  readonly reason:
    'cycle' | 'shear' | 'singular' | 'not-a-group' | 'has-shape' | 'skinned' | 'nothing' | 'no-rest';
  readonly object: number;
  readonly because: string;
}
export type Plan = { readonly ok: true; readonly edits: Edit[] } | NoPlan;

/**
 * Lets a plan be made step by step, each on what those before it left: the steps are run on the scene itself and taken
 * back before `make` returns.
 */
export function draft(scene: Scene, make: (run: (edits: readonly Edit[]) => void) => NoPlan | void): Plan {
  const edits: Edit[] = [];
  const run = (made: readonly Edit[]): void => {
    for (const edit of made) {
      const result = applyEdit(scene, edit);
      if (!result.ok) throw new RangeError(`a plan made an edit that does not apply: ${result.detail}`);
      edits.push(edit);
    }
  };
  try {
    return make(run) ?? { ok: true, edits };
  } finally {
    for (const edit of invertEdits(edits)) applyEdit(scene, edit);
  }
}

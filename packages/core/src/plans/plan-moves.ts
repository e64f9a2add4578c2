import { invertEdits } from '../edits/change.js';
import type { Edit } from '../edits/edit.js';
import { applyEdit } from '../edits/registry.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import { planMove, type MoveOptions, type MovePlan } from './plan-move.js';

export interface MoveRequest {
  readonly object: ObjectId;
  readonly under: ObjectId | null;
  readonly index?: number;
}

/**
 * Several moves as one list, each planned on what those before it left. The scene is put back before this returns. The
 * first move that cannot be made refuses the whole list.
 */
export function planMoves(scene: Scene, moves: readonly MoveRequest[], keep: MoveOptions['keep']): MovePlan {
  const edits: Edit[] = [];
  const putBack = (): void => {
    for (const edit of invertEdits(edits)) applyEdit(scene, edit);
  };
  for (const { object, under, index } of moves) {
    const plan = planMove(scene, object, under, { keep, ...(index === undefined ? {} : { index }) });
    if (!plan.ok) {
      putBack();
      return plan;
    }
    for (const edit of plan.edits) {
      applyEdit(scene, edit);
      edits.push(edit);
    }
  }
  putBack();
  return { ok: true, edits };
}

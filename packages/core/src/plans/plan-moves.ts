import type { Scene } from '../scene/scene.js';
import type { ObjectId } from '../scene/scene-object.js';
import { planOnFork, type Plan } from './plan-on-fork.js';
import { planMove, type MoveOptions } from './plan-move.js';

/** Who goes where; left out: to the end. */
export interface MoveRequest {
  readonly object: ObjectId;
  readonly under: ObjectId | null;
  readonly index?: number;
}

/** Several moves as one list. The first that cannot be made refuses the whole list. */
export function planMoves(scene: Scene, moves: readonly MoveRequest[], keep: MoveOptions['keep']): Plan {
  return planOnFork(scene, (fork, run) => {
    for (const { object, under, index } of moves) {
      const plan = planMove(fork, object, under, { keep, ...(index === undefined ? {} : { index }) });
      if (!plan.ok) return plan;
      run(plan.edits);
    }
  });
}

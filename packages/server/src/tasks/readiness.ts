import type { CheckRun } from '@renquil/core/checks';
import { makeOutgoing, type Target } from '@renquil/core/targets';
import { runFor, runGate } from '@renquil/core/workbench';
import type { HeldWaivers } from '../db/waivers.js';

/** A target by its key. */
export interface KeyedTarget {
  readonly key: string;
  readonly target: Target;
}
/** What the gate says of a scene for a target. */
export interface Ready {
  readonly key: string;
  readonly title: string;
  readonly blockers: number;
  readonly warnings: number;
}

/** What the gate says for each of the targets; one that does not work on the scene is left out. */
export function readinessOf(run: CheckRun, held: HeldWaivers, targets: readonly KeyedTarget[]): Ready[] {
  return targets.flatMap(({ key, target }): Ready[] => {
    try {
      const asked = runFor(run, target);
      asked.waive(held.waivers, held.time);
      const { blockers, warnings } = runGate(asked, makeOutgoing(run.scene, run.convention, target));
      return [{ key, title: target.title, blockers, warnings }];
    } catch {
      return [];
    }
  });
}

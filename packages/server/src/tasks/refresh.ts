import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, type Convention } from '@renquil/core/names';
import type { HeldWaivers } from '../db/waivers.js';
import { judgedBy, type Judged } from './judged.js';
import { readinessOf, type KeyedTarget } from './readiness.js';
import { openStored, packScene, type StoredScene } from './stored-scene.js';

/** What is known of the scene now, and, when asked, a new snapshot so that the log to replay stays short. */
export function refreshTask(input: {
  stored: StoredScene;
  convention: Convention;
  held: HeldWaivers;
  /** Those that it was handed off to. */
  targets: readonly KeyedTarget[];
  snapshot: boolean;
}): {
  judged: Judged;
  snapshot: Uint8Array | null;
} {
  const scene = openStored(input.stored);
  const run = new CheckRun(scene, new CompiledConvention(input.convention));
  run.all();
  run.waive(input.held.waivers, input.held.time);
  const judged = { ...judgedBy(run), ready: readinessOf(run, input.held, input.targets) };
  return { judged, snapshot: input.snapshot ? packScene(scene) : null };
}

import { CheckRun, CompiledConvention, standingOf, type Convention, type Standing } from '@renquil/core';
import { openStored, packScene, type StoredScene } from './stored-scene.js';

/** How the scene stands now, and, when asked, a new snapshot so that the log to replay stays short. */
export function refreshTask(input: { stored: StoredScene; convention: Convention; snapshot: boolean }): {
  standing: Standing;
  snapshot: Uint8Array | null;
} {
  const scene = openStored(input.stored);
  const run = new CheckRun(scene, new CompiledConvention(input.convention));
  run.all();
  return { standing: standingOf(run), snapshot: input.snapshot ? packScene(scene) : null };
}

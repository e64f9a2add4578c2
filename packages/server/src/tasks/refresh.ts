import { CheckRun, CompiledConvention, partsConvention, standingOf, type Standing } from '@renquil/core';
import { openStored, packScene, type StoredScene } from './stored-scene.js';

/** How the scene stands now, and, when asked, a new snapshot so that the log to replay stays short. */
export function refreshTask({ stored, snapshot }: { stored: StoredScene; snapshot: boolean }): {
  standing: Standing;
  snapshot: Uint8Array | null;
} {
  const scene = openStored(stored);
  const run = new CheckRun(scene, new CompiledConvention(partsConvention));
  run.all();
  return { standing: standingOf(run), snapshot: snapshot ? packScene(scene) : null };
}

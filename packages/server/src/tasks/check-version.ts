import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, type Convention } from '@renquil/core/names';
import { openStored, type StoredScene } from './stored-scene.js';

/** What each check finds in a scene as it was: the ids of the objects, ascending. Checks that find nothing are left out. */
export function checkVersionTask(input: {
  stored: StoredScene;
  convention: Convention;
}): Readonly<Record<string, readonly number[]>> {
  const run = new CheckRun(openStored(input.stored), new CompiledConvention(input.convention));
  run.all();
  const found: Record<string, number[]> = {};
  for (const id of run.objects()) for (const { check } of run.checksOf(id)) (found[check.id] ??= []).push(id);
  return found;
}

import { CompiledConvention, tryConvention, type Convention, type Tried } from '@renquil/core/names';
import { openStored, type StoredScene } from './stored-scene.js';

/** How many names of a scene fit now and would then. */
export function tryConventionTask(input: {
  stored: StoredScene;
  before: Convention;
  after: Convention;
}): Tried {
  const scene = openStored(input.stored);
  return tryConvention(scene, new CompiledConvention(input.before), new CompiledConvention(input.after));
}

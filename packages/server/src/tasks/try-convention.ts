import { tryRules, type TriedRule } from '@renquil/core/checks';
import { CompiledConvention, tryConvention, type Convention, type Tried } from '@renquil/core/names';
import { openStored, type StoredScene } from './stored-scene.js';

/** How many names of a scene fit now and would then, and what rules of the house find. */
export function tryConventionTask(input: {
  stored: StoredScene;
  before: Convention;
  after: Convention;
}): Tried & { readonly rules: readonly TriedRule[] } {
  const scene = openStored(input.stored);
  const [before, after] = [new CompiledConvention(input.before), new CompiledConvention(input.after)];
  return { ...tryConvention(scene, before, after), rules: tryRules(scene, before, after) };
}

import { CompiledConvention, fitConvention, type Convention, type ConventionFit } from '@renquil/core/names';
import { openStored, type StoredScene } from './stored-scene.js';

/** How many names of a scene each of some conventions takes, in their order. */
export function fitConventionsTask(input: {
  stored: StoredScene;
  conventions: readonly Convention[];
}): ConventionFit[] {
  const scene = openStored(input.stored);
  return input.conventions.map((convention) => fitConvention(scene, new CompiledConvention(convention)));
}

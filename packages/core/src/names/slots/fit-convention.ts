import type { Scene } from '../../scene/scene.js';
import type { CompiledConvention } from './compiled-convention.js';
import { readName } from './read-name.js';

/** How many names of a scene a convention takes as they are; what is taken over is named elsewhere, and not counted. */
export interface ConventionFit {
  readonly objects: number;
  /** Objects that it has a pattern for, or that are called as its helpers are: of the others it says nothing. */
  readonly asked: number;
  readonly fits: number;
}

/** Reads every name once; an object that the convention has no pattern for is no name that fits. */
export function fitConvention(scene: Scene, convention: CompiledConvention): ConventionFit {
  let [objects, asked, fits] = [0, 0, 0];
  for (const object of scene.walk()) {
    if (object.held) continue;
    objects++;
    const key = convention.keyOf(scene, object);
    if (!convention.pattern(key) && !convention.helperPrefix(object.name)) continue;
    asked++;
    if (object.name !== '' && readName(convention, key, object.name).fits) fits++;
  }
  return { objects, asked, fits };
}

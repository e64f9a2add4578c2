import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { Scene } from '../scene/scene.js';
import { defaultSlack, type Frames } from './frame.js';
import { FrameKeeper } from './frame-keeper.js';
import { SaidWays } from './said-ways.js';
import { spokenFrames, toldInstead } from './spoken-frames.js';

const kept = new WeakMap<Scene, WeakMap<CompiledConvention, FrameKeeper>>();

/**
 * The assets of a scene with the way each faces and its planes, by the names that a convention reads; without one, by
 * what names commonly say. Kept while nothing moves; a rename asks anew only where it says another side.
 */
export function framesOf(scene: Scene, convention: CompiledConvention | null): Frames {
  const told = toldInstead(scene);
  if (told) return told;
  if (!convention) return spokenFrames(scene);
  let byConvention = kept.get(scene);
  if (!byConvention) kept.set(scene, (byConvention = new WeakMap<CompiledConvention, FrameKeeper>()));
  let keeper = byConvention.get(convention);
  if (!keeper) {
    const { facing, slack } = convention.source;
    keeper = new FrameKeeper(scene, {
      declared: facing ?? null,
      slack: slack ?? defaultSlack,
      said: () => new SaidWays(scene, convention),
      // Which pattern a name is held to may hang on anything where there are special ones.
      forgets: convention.hasSpecial,
    });
    byConvention.set(convention, keeper);
  }
  return keeper.frames();
}

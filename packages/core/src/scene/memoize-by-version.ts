import type { Scene } from './scene.js';

let count = 0;

/**
 * What is worked out of a whole scene and asked for again and again: made once for a state of the scene. `version` says
 * what it hangs on (names, places, the tree); when that has grown it is made anew. It is kept with the scene, where a
 * look costs next to nothing: some are asked of every object.
 *
 * A fork of the scene takes over what its base has worked out, as long as its own version is the same.
 * @param make is given what was worked out before, of this scene or of what it was forked from
 * @param follows that the value is changed in place later on, and so may not be shared with a fork
 */
export function memoizeByVersion<T>(
  version: (scene: Scene) => number,
  make: (scene: Scene, before?: T) => T,
  follows = false,
): (scene: Scene) => T {
  const index = count++;
  return (scene) => {
    const at = version(scene);
    const held = scene.memory[index];
    if (held?.at === at) return held.value as T;
    const value = make(scene, held?.value as T | undefined);
    scene.memory[index] = { at, value, follows };
    return value;
  };
}

import type { Scene } from './scene.js';

/**
 * What is worked out of a whole scene and asked for again and again: made once for a state of the scene. `version` says
 * what it hangs on (names, places, the tree); when that has grown it is made anew.
 */
export function remembered<T>(
  version: (scene: Scene) => number,
  make: (scene: Scene) => T,
): (scene: Scene) => T {
  const known = new WeakMap<Scene, { readonly at: number; readonly value: T }>();
  return (scene) => {
    const at = version(scene);
    let held = known.get(scene);
    if (held?.at !== at) known.set(scene, (held = { at, value: make(scene) }));
    return held.value;
  };
}

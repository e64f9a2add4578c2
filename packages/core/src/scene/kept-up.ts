import { memoizeByVersion } from './memoize-by-version.js';
import type { Rename } from './rename.js';
import type { Scene } from './scene.js';

interface Held<T> {
  value: T;
  renames: number;
}

/**
 * What is worked out of the names of a whole scene and the shapes that have them, wherever they hang, and follows those
 * that are called otherwise, come or go, instead of being made anew: as `memoizeByVersion`. `follow` is told who was called otherwise since, each once, with its name before; it
 * returns false where making anew is simpler. Law tests hold what followed equal to what is made anew.
 */
export function keptUp<T>(
  make: (scene: Scene) => T,
  follow: (value: T, scene: Scene, renamed: readonly Rename[]) => boolean,
): (scene: Scene) => T {
  const held = memoizeByVersion(
    (scene) => scene.reshapedVersion,
    (scene): Held<T> => ({ value: make(scene), renames: scene.renames }),
    true,
  );
  const ask = (scene: Scene): T => {
    // A fork in which nothing was changed yet is as its base: a look at it costs no whole scene.
    if (scene.base?.sceneVersion === scene.sceneVersion) return ask(scene.base);
    const kept = held(scene);
    if (kept.renames === scene.renames) return kept.value;
    const renamed = scene.renamedSince(kept.renames);
    const from = firstOfEach(renamed);
    if (!from || !follow(kept.value, scene, from)) kept.value = make(scene);
    kept.renames = scene.renames;
    return kept.value;
  };
  return ask;
}

/** Of several renames of one object only what it was called before all of them counts. */
function firstOfEach(renamed: readonly Rename[] | null): readonly Rename[] | null {
  if (!renamed || renamed.length === 1) return renamed;
  const first = new Map<number, Rename>();
  for (const one of renamed) if (!first.has(one.object)) first.set(one.object, one);
  return [...first.values()];
}

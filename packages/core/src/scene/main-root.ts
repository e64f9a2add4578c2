import { memoizeByVersion } from './memoize-by-version.js';
import type { Scene } from './scene.js';
import type { ObjectId } from './scene-object.js';

/** Roots looked at, at most: a flat heap of a hundred thousand has no main one. */
const most = 2000;

/**
 * The root that everything should hang under: the first control, else the first root with children that is no helper, else the first with children; null: there is none.
 * Asked once for every root by some checks.
 */
export const mainRoot = memoizeByVersion((scene) => scene.structure, findMainRoot);

function findMainRoot(scene: Scene): ObjectId | null {
  const roots = scene.roots.length > most ? scene.roots.slice(0, most) : scene.roots;
  const control = roots.find((id) => scene.get(id).kind === 'control');
  const holds = (id: ObjectId): boolean => scene.get(id).children.length > 0;
  // A kit of parts that stays home may stand first in a file: nothing should hang under it.
  return (
    control ?? roots.find((id) => holds(id) && scene.get(id).kind !== 'helper') ?? roots.find(holds) ?? null
  );
}

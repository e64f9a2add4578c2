import type { Scene } from './scene.js';
import type { ObjectId } from './scene-object.js';

/** Roots looked at, at most: a flat heap of a hundred thousand has no main one. */
const most = 2000;

/** The root that everything should hang under: the first control, else the first root with children; null: there is none. */
export function mainRoot(scene: Scene): ObjectId | null {
  let known = remembered.get(scene);
  if (known?.structure !== scene.structure) {
    known = { structure: scene.structure, id: findMainRoot(scene) };
    remembered.set(scene, known);
  }
  return known.id;
}

/** Asked once for every root by some checks: worked out once for a state of the tree. */
const remembered = new WeakMap<Scene, { readonly structure: number; readonly id: ObjectId | null }>();

function findMainRoot(scene: Scene): ObjectId | null {
  const roots = scene.roots.length > most ? scene.roots.slice(0, most) : scene.roots;
  const control = roots.find((id) => scene.get(id).kind === 'control');
  return control ?? roots.find((id) => scene.get(id).children.length > 0) ?? null;
}

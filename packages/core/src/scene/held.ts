import { memoizeByVersion } from './memoize-by-version.js';
import type { Held, ObjectId } from './scene-object.js';
import type { Scene } from './scene.js';

/** Where what is held is named, in words that follow on "it comes from"; the name of a file, or of an object. */
export function heldFrom(scene: Scene, held: Held): string {
  if ('file' in held) return held.file;
  const from = scene.find(held.object);
  return from ? `"${from.name}"` : 'an object that is not there any more';
}

/** Why an object that is held has no other name here, in a sentence without its end. */
export function saidOfHeld(scene: Scene, held: Held): string {
  return `It comes from ${heldFrom(scene, held)}, and is named there`;
}

/** Those of some objects that are named in this scene, in their order. */
export function namedHere(scene: Scene, objects: readonly ObjectId[]): readonly ObjectId[] {
  return scene.hasHeld ? objects.filter((id) => !scene.get(id).held) : objects;
}

/** Objects that are called as others of the scene are, by those others. */
export const followersOf: (scene: Scene) => ReadonlyMap<ObjectId, readonly ObjectId[]> = memoizeByVersion(
  (scene) => scene.structure,
  (scene) => {
    const found = new Map<ObjectId, ObjectId[]>();
    if (!scene.hasHeld) return found;
    for (const { id, held } of scene.walk()) {
      if (!held || 'file' in held) continue;
      const list = found.get(held.object);
      if (list) list.push(id);
      else found.set(held.object, [id]);
    }
    return found;
  },
);

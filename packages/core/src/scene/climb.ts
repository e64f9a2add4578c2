import type { ObjectId } from './scene-object.js';
import type { Scene } from './scene.js';

/**
 * Adds an object and all that it hangs under, up to the root, to those that were climbed to before. What is gone meanwhile
 * ends the way; what is there already has all above it there too.
 */
export function climb(scene: Scene, from: ObjectId | null, into: Set<ObjectId>): void {
  for (let at = from; at !== null && !into.has(at);) {
    const object = scene.find(at);
    if (!object) return;
    into.add(at);
    at = object.parent;
  }
}

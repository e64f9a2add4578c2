import type { Scene } from './scene.js';
import type { ObjectId } from './scene-object.js';

/** `/` and `~` inside a name are written `~1` and `~0`, as in JSON Pointer (RFC 6901). */
export function escapeName(name: string): string {
  return /[~/]/.test(name) ? name.replaceAll('~', '~0').replaceAll('/', '~1') : name;
}

/** `/root/child`: names from the root down. Not unique when siblings share a name. */
export function pathOf(scene: Scene, id: ObjectId): string {
  const parts = [escapeName(scene.get(id).name)];
  for (const ancestor of scene.ancestors(id)) parts.push(escapeName(ancestor.name));
  return '/' + parts.reverse().join('/');
}

/** Every object at a path. More than one when siblings share a name. */
export function objectsAt(scene: Scene, path: string): ObjectId[] {
  if (!path.startsWith('/')) return [];
  let level: readonly ObjectId[] = scene.roots;
  let found: ObjectId[] = [];
  for (const part of path.slice(1).split('/')) {
    found = level.filter((id) => escapeName(scene.get(id).name) === part);
    level = found.flatMap((id) => scene.get(id).children);
  }
  return found;
}

/**
 * Paths that tell equal siblings apart: `[2]` follows the second object of one name under one parent. Used in
 * finding keys, so that a waiver on one of two equal names does not cover the other. Good for one state of the
 * scene: make a new one after an edit. Linear over all objects, however many share a name.
 */
export class PathBook {
  readonly #parts = new Map<ObjectId | null, Map<ObjectId, string>>();
  constructor(readonly scene: Scene) {}

  path(id: ObjectId): string {
    const parts: string[] = [];
    for (let at: ObjectId | null = id; at !== null;) {
      const object = this.scene.get(at);
      parts.push(this.#siblings(object.parent).get(at)!);
      at = object.parent;
    }
    return '/' + parts.reverse().join('/');
  }
  #siblings(parent: ObjectId | null): Map<ObjectId, string> {
    let known = this.#parts.get(parent);
    if (!known) {
      known = new Map();
      const seen = new Map<string, number>();
      for (const id of this.scene.childrenOf(parent)) {
        const name = this.scene.get(id).name;
        const rank = (seen.get(name) ?? 0) + 1;
        seen.set(name, rank);
        // One without a name is the first of those: else its path would be that of its parent, but for a slash.
        known.set(id, escapeName(name) + (rank > 1 || !name ? `[${rank}]` : ''));
      }
      this.#parts.set(parent, known);
    }
    return known;
  }
}

import { hashStart, mix } from './row-table.js';
import type { Scene } from './scene.js';
import type { ObjectId } from './scene-object.js';

/** A name as a part of a path: `/` and `~` inside it are written `~1` and `~0`, as in JSON Pointer (RFC 6901). */
export function pathPart(name: string): string {
  return /[~/]/.test(name) ? name.replaceAll('~', '~0').replaceAll('/', '~1') : name;
}

/** `/root/child`: names from the root down. Not unique when siblings share a name. */
export function pathOf(scene: Scene, id: ObjectId): string {
  const parts = [pathPart(scene.get(id).name)];
  for (const ancestor of scene.ancestors(id)) parts.push(pathPart(ancestor.name));
  return '/' + parts.reverse().join('/');
}

/** Every object at a path. More than one when siblings share a name. */
export function objectsAt(scene: Scene, path: string): ObjectId[] {
  if (!path.startsWith('/')) return [];
  let level: readonly ObjectId[] = scene.roots;
  let found: ObjectId[] = [];
  for (const part of path.slice(1).split('/')) {
    found = level.filter((id) => pathPart(scene.get(id).name) === part);
    level = found.flatMap((id) => scene.get(id).children);
  }
  return found;
}

/** Paths of more levels than these are cut in the middle. */
const [mostLevels, endLevels] = [64, 6];

/**
 * Paths that tell equal siblings apart: `[2]` follows the second object of one name under one parent. Used in
 * finding keys, so that a waiver on one of two equal names does not cover the other. Good for one state of the
 * scene: make a new one after an edit. Linear over all objects, however many share a name and however deep they lie: a
 * path of many levels has its ends, how many levels lie between, and a number made of all of it (FNV-1a, twice 32 bits).
 */
export class PathBook {
  readonly #parts = new Map<ObjectId | null, Map<ObjectId, string>>();
  readonly #whole = new Map<ObjectId, Whole>();
  constructor(readonly scene: Scene) {}

  path(id: ObjectId): string {
    const { depth, head, one, other } = this.#wholeOf(id);
    const most = depth <= mostLevels ? depth : endLevels;
    const parts: string[] = [];
    for (let at: ObjectId | null = id; at !== null && parts.length < most; at = this.scene.get(at).parent)
      parts.push(this.#part(at));
    const tail = parts.reverse().join('/');
    if (depth <= mostLevels) return `/${tail}`;
    const sum = [one, other].map((n) => (n >>> 0).toString(16).padStart(8, '0')).join('');
    return `/${head}/…${depth - 2 * endLevels} levels ${sum}…/${tail}`;
  }
  #part(id: ObjectId): string {
    return this.#siblings(this.scene.get(id).parent).get(id)!;
  }
  /** Worked out from the nearest ancestor that is known, down. */
  #wholeOf(id: ObjectId): Whole {
    const chain: ObjectId[] = [];
    let known: Whole | undefined;
    for (let at: ObjectId | null = id; at !== null; at = this.scene.get(at).parent) {
      known = this.#whole.get(at);
      if (known) break;
      chain.push(at);
    }
    let now: Whole = known ?? { depth: 0, head: '', one: hashStart, other: ~hashStart };
    while (chain.length) {
      const at = chain.pop()!;
      const part = this.#part(at);
      let [one, other] = [mix(now.one, 47), mix(now.other, 92)];
      for (let i = 0; i < part.length; i++) {
        one = mix(one, part.charCodeAt(i));
        other = mix(other, part.charCodeAt(i) + i);
      }
      const head = now.depth >= endLevels ? now.head : now.head + (now.depth ? '/' : '') + part;
      now = { depth: now.depth + 1, head, one, other };
      this.#whole.set(at, now);
    }
    return now;
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
        known.set(id, pathPart(name) + (rank > 1 || !name ? `[${rank}]` : ''));
      }
      this.#parts.set(parent, known);
    }
    return known;
  }
}

/** Of a whole path: its levels, its first few, and two sums. */
interface Whole {
  readonly depth: number;
  readonly head: string;
  readonly one: number;
  readonly other: number;
}

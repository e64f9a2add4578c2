import type { Scene } from '../scene/scene.js';
import type { ObjectId, SceneObject, SceneSet } from '../scene/scene-object.js';
import type { Query } from './query.js';

const deepest = 8;
interface Known {
  readonly version: number;
  readonly fixed: Map<string, ReadonlySet<ObjectId>>;
  readonly live: Map<string, Query | null>;
}
const known = new WeakMap<Scene, Known>();
let depth = 0;

/**
 * Whether an object is in a set. A live set is asked each time, so it is always up to date; one whose query cannot be
 * read holds nothing. Sets may name other sets; a ring of them ends after eight.
 */
export function isInSet(
  scene: Scene,
  object: SceneObject,
  set: SceneSet,
  parse: (text: string) => Query,
): boolean {
  let here = known.get(scene);
  if (here?.version !== scene.setsVersion)
    known.set(scene, (here = { version: scene.setsVersion, fixed: new Map(), live: new Map() }));
  if (set.how === 'fixed') {
    let ids = here.fixed.get(set.name);
    if (!ids) here.fixed.set(set.name, (ids = new Set(set.objects)));
    return ids.has(object.id);
  }
  let query = here.live.get(set.name);
  if (query === undefined) here.live.set(set.name, (query = readable(set.query, parse)));
  if (!query || depth >= deepest) return false;
  depth++;
  try {
    return query(scene, object);
  } finally {
    depth--;
  }
}

function readable(text: string, parse: (text: string) => Query): Query | null {
  try {
    return parse(text);
  } catch {
    return null;
  }
}

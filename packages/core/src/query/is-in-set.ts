import { memoizeByVersion } from '../scene/memoize-by-version.js';
import type { Scene } from '../scene/scene.js';
import type { ObjectId, SceneObject, SceneSet } from '../scene/scene-object.js';
import type { Query } from './query-node.js';

/** Sets that ask for sets that ask for sets, so many deep at most. */
const deepest = 64;
interface Known {
  readonly fixed: Map<string, ReadonlySet<ObjectId>>;
  readonly live: Map<string, Query | null>;
  /** Sets whose query closes a circle: the way round, from the set it asks for to itself. */
  readonly circles: Map<string, readonly string[]>;
}
const knownSets = memoizeByVersion(
  (scene) => scene.setsVersion,
  (): Known => ({ fixed: new Map(), live: new Map(), circles: new Map() }),
);
/** The live sets that are being asked, the outermost first. */
const asking: string[] = [];
/** What was found while one question is answered, by object and set; null: it is being asked just now. */
let asked: Map<string, boolean | null> | null = null;

/**
 * Whether an object is in a set. A live set is asked each time, so it is always up to date; one whose query cannot be
 * read holds nothing. Sets may name other sets: each is asked once, and one that asks for itself finds nothing there.
 */
export function isInSet(
  scene: Scene,
  object: SceneObject,
  set: SceneSet,
  parse: (text: string) => Query,
): boolean {
  const here = knownSets(scene);
  if (set.how === 'fixed') {
    let ids = here.fixed.get(set.name);
    if (!ids) here.fixed.set(set.name, (ids = new Set(set.objects)));
    return ids.has(object.id);
  }
  let query = here.live.get(set.name);
  if (query === undefined) here.live.set(set.name, (query = readable(set.query, parse)));
  if (!query || asking.length >= deepest) return false;
  const key = `${object.id} ${set.name}`;
  const before = asked?.get(key);
  if (before === null) here.circles.set(asking.at(-1)!, asking.slice(asking.indexOf(set.name)));
  if (before !== undefined) return before ?? false;
  const isFirst = asked === null;
  asked ??= new Map();
  asked.set(key, null);
  asking.push(set.name);
  try {
    const found = query(scene, object);
    asked.set(key, found);
    return found;
  } finally {
    asking.pop();
    if (isFirst) asked = null;
  }
}

/**
 * Where the query of a live set asks for a set that asks for it: the names of the way round, the set itself last. Known
 * once somebody asked who is in it; null: it closes no circle.
 */
export function setCircle(scene: Scene, name: string): readonly string[] | null {
  return knownSets(scene).circles.get(name) ?? null;
}

function readable(text: string, parse: (text: string) => Query): Query | null {
  try {
    return parse(text);
  } catch {
    return null;
  }
}

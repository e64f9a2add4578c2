import { climb } from './climb.js';
import { memoizeByVersion } from './memoize-by-version.js';
import type { ObjectId } from './scene-object.js';
import type { Scene } from './scene.js';

interface Held<T> {
  value: T;
  /** How many changes of places it knows of. */
  places: number;
  at: number;
}

/** So large a share of a scene may have changed for following it to be cheaper than making anew. */
const share = 0.25;

/**
 * What is worked out of where all things of a scene stand, and follows those that stand elsewhere, come or go, instead of
 * being made anew. `follow` is told of them, changes the value in place, and returns false where making anew is simpler. Specs hold what followed equal to what is made anew.
 */
export function followPlaces<T>(
  make: (scene: Scene) => T,
  follow: (value: T, scene: Scene, elsewhere: Elsewhere) => boolean,
): (scene: Scene) => T {
  const held = memoizeByVersion(
    () => 0,
    (scene): Held<T> => ({ value: make(scene), places: scene.places, at: scene.geometryVersion }),
    true,
  );
  const ask = (scene: Scene): T => {
    // A fork in which nothing was changed yet is as its base.
    if (scene.base?.geometryVersion === scene.geometryVersion) return ask(scene.base);
    const kept = held(scene);
    if (kept.at === scene.geometryVersion) return kept.value;
    const elsewhere = elsewhereSince(scene, kept.places);
    if (!elsewhere || !follow(kept.value, scene, elsewhere)) kept.value = make(scene);
    kept.places = scene.places;
    kept.at = scene.geometryVersion;
    return kept.value;
  };
  return ask;
}

/** Who stands elsewhere, and what that reaches up to. */
export interface Elsewhere {
  /** Those that stand elsewhere, hang elsewhere, came or went, with all below. */
  readonly ids: ReadonlySet<ObjectId>;
  /** What they hang and hung under, up to the roots, where it is there. */
  readonly above: ReadonlySet<ObjectId>;
}

/** Who stands elsewhere since there were so many changes of places; null: that is a large part of the scene. */
export function elsewhereSince(scene: Scene, places: number): Elsewhere | null {
  const changes = scene.placedSince(places);
  if (!changes) return null;
  const most = scene.size * share + 64;
  const ids = new Set<ObjectId>();
  const above = new Set<ObjectId>();
  for (const { object, from } of changes) {
    climb(scene, from, above);
    // What was put in with its branch is told one by one: its children are there already.
    if (ids.has(object)) continue;
    const now = scene.find(object);
    if (!now) ids.add(object);
    else {
      climb(scene, now.parent, above);
      for (const { id } of scene.walk(object)) if (ids.add(id).size > most) return null;
    }
  }
  return { ids, above };
}

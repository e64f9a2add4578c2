import { memoizeByVersion } from '../scene/memoize-by-version.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { findTwins } from '../twins/find-twins.js';

/** What a query can ask that no object holds itself; whoever opens a scene tells what it knows. */
export interface QueryFacts {
  readonly findings?: (id: ObjectId) => readonly { readonly check: string; readonly severity: string }[];
  /** Whether an object was changed since the last version. */
  readonly changed?: (id: ObjectId) => boolean;
  /** Whether one of its findings is let pass. */
  readonly waived?: (id: ObjectId) => boolean;
  /** Whether something is found of it that was not at a version. */
  readonly since?: (id: ObjectId, version: number) => boolean;
  /** What stands in a slot of its name, by the convention of the scene; empty: nothing. */
  readonly slot?: (id: ObjectId, slot: string) => string;
  /** The slots there are. */
  readonly slots?: () => readonly string[];
  /** Ids of the checks of the house. */
  readonly rules?: () => readonly string[];
}
const told = new WeakMap<Scene, QueryFacts>();

/** For whoever opens a scene: what queries may ask of it from now on. */
export function tellFacts(scene: Scene, facts: QueryFacts): void {
  told.set(scene, facts);
}
/** What was told of a scene, or of what it was forked from. */
export function factsOf(scene: Scene): QueryFacts {
  return told.get(scene) ?? (scene.base ? factsOf(scene.base) : {});
}

const allTwins = memoizeByVersion(
  (scene) => scene.geometryVersion,
  (scene) => {
    const twins = new Map<ObjectId, readonly ObjectId[]>();
    for (const group of findTwins(scene, { inner: true })) for (const one of group) twins.set(one, group);
    return twins;
  },
);

/** The twins of an object, itself among them; worked out once for a state of the scene. Empty: it has none. */
export function twinsOf(scene: Scene, id: ObjectId): readonly ObjectId[] {
  return allTwins(scene).get(id) ?? [];
}

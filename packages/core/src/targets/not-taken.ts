import { parseQuery } from '../query/query.js';
import { setMembers } from '../query/set-members.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import type { HomeWhy } from './stays-home.js';
import type { Chosen, TargetTakes } from './target.js';

type Ask = (object: SceneObject) => HomeWhy | null;

/**
 * Tells of an object why a target does not take it; null: it does. What only holds others goes along with what of them is
 * taken: a part in a chosen layer is not left behind by the group above it.
 */
export function notTakenBy(scene: Scene, takes: TargetTakes): Ask {
  const ask = asking(scene, takes);
  const why = new Map<ObjectId, HomeWhy>();
  const holds = new Set<ObjectId>();
  for (const object of [...scene.walk()].reverse()) {
    const reason = ask(object);
    const isHolder = reason !== null && holds.has(object.id) && onlyHolds(object);
    if (reason && !isHolder) why.set(object.id, reason);
    else if (object.parent !== null) holds.add(object.parent);
  }
  return ({ id }) => why.get(id) ?? null;
}

function onlyHolds({ shape, kind }: SceneObject): boolean {
  return shape === null && (kind === 'group' || kind === 'locator' || kind === 'control');
}
/** By what the target says of one object alone. */
function asking(scene: Scene, { kinds, layers, sets, where }: TargetTakes): Ask {
  const taken = kinds && new Set<string>(kinds);
  const query = where?.trim() ? parseQuery(where) : null;
  const inLayer = layers && layerTest(scene, layers);
  const inSets = sets && branchesOf(scene, sets);
  return (object) => {
    if (taken && !taken.has(object.kind)) return 'kind';
    if (inLayer && !inLayer(object.layer)) return 'layer';
    if (sets && inSets!.has(object.id) !== 'only' in sets) return 'set';
    if (query && !query(scene, object)) return 'filter';
    return null;
  };
}

const namesOf = (chosen: Chosen): readonly string[] => ('only' in chosen ? chosen.only : chosen.without);

/** Whether a layer is chosen, by its own name or that of one above it; each is asked once. */
function layerTest(scene: Scene, chosen: Chosen): (layer: string) => boolean {
  const names = new Set(namesOf(chosen));
  const known = new Map<string, boolean>();
  const isNamed = (layer: string): boolean => {
    const seen = new Set<string>();
    for (
      let at: string | undefined = layer;
      at !== undefined && !seen.has(at);
      at = scene.layers.get(at)?.parent
    ) {
      if (names.has(at)) return true;
      seen.add(at);
    }
    return false;
  };
  return (layer) => {
    let answer = known.get(layer);
    if (answer === undefined) known.set(layer, (answer = isNamed(layer) === 'only' in chosen));
    return answer;
  };
}
/** What is in any of the sets, with all below it. */
function branchesOf(scene: Scene, chosen: Chosen): ReadonlySet<ObjectId> {
  const ids = new Set<ObjectId>();
  for (const name of namesOf(chosen)) {
    const set = scene.sets.get(name);
    if (set) for (const id of setMembers(scene, set)) ids.add(id);
  }
  // Parents come first: one walk takes in all that is below.
  for (const { id, parent } of scene.walk()) if (parent !== null && ids.has(parent)) ids.add(id);
  return ids;
}

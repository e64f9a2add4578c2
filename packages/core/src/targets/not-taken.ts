import { parseQuery } from '../query/query.js';
import { setMembers } from '../query/set-members.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import type { HomeWhy } from '../workbench/stays-home.js';
import type { Chosen, TargetTakes } from './target.js';

/** Tells of an object why a target does not take it; null: it does. */
export function notTakenBy(
  scene: Scene,
  { kinds, layers, sets, where }: TargetTakes,
): (object: SceneObject) => HomeWhy | null {
  const taken = kinds && new Set<string>(kinds);
  const query = where?.trim() ? parseQuery(where) : null;
  const inSets = sets && membersOf(scene, sets);
  return (object) => {
    if (taken && !taken.has(object.kind)) return 'kind';
    if (layers && !isChosen(layers, layersOf(scene, object.layer))) return 'layer';
    if (sets && inSets!.has(object.id) !== 'only' in sets) return 'set';
    if (query && !query(scene, object)) return 'filter';
    return null;
  };
}

const namesOf = (chosen: Chosen): readonly string[] => ('only' in chosen ? chosen.only : chosen.without);
function isChosen(chosen: Chosen, has: readonly string[]): boolean {
  return namesOf(chosen).some((name) => has.includes(name)) === 'only' in chosen;
}
/** A layer and those above it. */
function layersOf(scene: Scene, layer: string): string[] {
  const names: string[] = [];
  for (
    let at: string | undefined = layer;
    at !== undefined && !names.includes(at);
    at = scene.layers.get(at)?.parent
  )
    names.push(at);
  return names;
}
/** What is in any of the sets, with all below it. */
function membersOf(scene: Scene, chosen: Chosen): ReadonlySet<ObjectId> {
  const ids = new Set<ObjectId>();
  for (const name of namesOf(chosen)) {
    const set = scene.sets.get(name);
    if (!set) continue;
    for (const id of setMembers(scene, set)) for (const below of scene.walk(id)) ids.add(below.id);
    // Above what alone goes stays what it hangs on.
    if ('only' in chosen)
      for (const id of setMembers(scene, set)) for (const above of scene.ancestors(id)) ids.add(above.id);
  }
  return ids;
}

import { runRecipe } from '../names/recipe/run-recipe.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { comparable, fittingName, freeName, nameFault } from './fitting-name.js';
import type { TargetNames } from './target.js';

/**
 * The names that what goes has on the way out: the target's steps are run over them, then those that do not keep to its
 * rules are made to, where it says so. Changes nothing.
 * @param going in the order of the tree
 * @param parentOf what an object hangs under on the way out
 * @returns only names that differ from the scene's
 */
export function outgoingNames(
  scene: Scene,
  going: readonly ObjectId[],
  rules: TargetNames,
  {
    convention,
    parentOf,
  }: { readonly convention: CompiledConvention; readonly parentOf: (id: ObjectId) => ObjectId | null },
): Map<ObjectId, string> {
  const made = rules.steps?.length
    ? runRecipe(scene, going, rules.steps, { policy: 'number-on', convention }).names
    : new Map<ObjectId, string>();
  if (!rules.conform) return made;
  const nameOf = (id: ObjectId): string => made.get(id) ?? scene.get(id).name;
  const taken = new Map<ObjectId | null, Set<string>>();
  const among = (id: ObjectId): Set<string> => {
    const key = rules.unique === 'siblings' ? parentOf(id) : null;
    let names = taken.get(key);
    if (!names) taken.set(key, (names = new Set()));
    return names;
  };
  const isFree = (id: ObjectId, name: string): boolean =>
    !rules.unique || !among(id).has(comparable(name, rules));
  const put = (id: ObjectId, name: string): void => {
    if (rules.unique) among(id).add(comparable(name, rules));
    if (name === scene.get(id).name) made.delete(id);
    else made.set(id, name);
  };
  // Who keeps to the rules keeps the name; of several of one name, the first.
  const rest: ObjectId[] = [];
  for (const id of going) {
    const name = nameOf(id);
    if (!nameFault(name, rules) && isFree(id, name)) put(id, name);
    else rest.push(id);
  }
  // A thousand of one name go on where the one before stopped.
  const next = new Map<string, number>();
  for (const id of rest) {
    const wanted = fittingName(nameOf(id), rules);
    const free = freeName(wanted, rules, (name) => isFree(id, name), next.get(wanted));
    next.set(wanted, free.next);
    put(id, free.name);
  }
  return made;
}

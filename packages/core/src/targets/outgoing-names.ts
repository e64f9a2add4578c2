import { runRecipe } from '../names/recipe/run-recipe.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import { pathOf } from '../scene/paths.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { comparable, cutBy, fittingName, nameFault, type NameFault } from './fitting-name.js';
import type { TargetFinding } from './target-finding.js';
import type { TargetNames } from './target.js';

const faultWords: Record<NameFault, string> = {
  empty: 'has no name',
  characters: 'has characters that the receiver does not read',
  digit: 'begins with a digit',
  long: 'is longer than the receiver reads',
  reserved: 'is a word that means something else to the receiver',
};

/**
 * The names that what goes has on the way out: the target's steps are run over them, then those that do not keep to its
 * rules are made to, where it says so. Changes nothing.
 * @param scene what goes, and nothing else is asked
 * @returns only names that differ from the scene's
 */
export function outgoingNames(
  scene: Scene,
  going: readonly ObjectId[],
  rules: TargetNames,
  convention: CompiledConvention,
): Map<ObjectId, string> {
  const made = rules.steps?.length
    ? runRecipe(scene, going, rules.steps, { policy: 'number-on', convention }).names
    : new Map<ObjectId, string>();
  if (!rules.conform) return made;
  const nameOf = (id: ObjectId): string => made.get(id) ?? scene.get(id).name;
  const taken = new Map<string, Set<string>>();
  const among = (id: ObjectId): Set<string> => {
    const key = rules.unique === 'siblings' ? String(scene.get(id).parent) : '';
    let names = taken.get(key);
    if (!names) taken.set(key, (names = new Set()));
    return names;
  };
  const put = (id: ObjectId, name: string): void => {
    if (rules.unique) among(id).add(comparable(name, rules));
    if (name === scene.get(id).name) made.delete(id);
    else made.set(id, name);
  };
  // Who keeps to the rules keeps the name; of several of one name, the first.
  const rest: ObjectId[] = [];
  for (const id of going) {
    const name = nameOf(id);
    const isFree = !rules.unique || !among(id).has(comparable(name, rules));
    if (!nameFault(name, rules) && isFree) put(id, name);
    else rest.push(id);
  }
  const next = new Map<string, number>();
  for (const id of rest) {
    const name = fittingName(nameOf(id), rules);
    const isFree = (one: string): boolean => !rules.unique || !among(id).has(comparable(one, rules));
    let free = name;
    for (let n = next.get(name) ?? 2; !isFree(free); n++) {
      const end = `${rules.signs?.includes('_') ? '_' : ''}${n}`;
      free = cutBy(name, end.length, rules) + end;
      next.set(name, n + 1);
    }
    put(id, free);
  }
  return made;
}

/** What of the names that go out the receiver cannot read, tell apart or find. */
export function judgeNames(scene: Scene, going: readonly ObjectId[], rules: TargetNames): TargetFinding[] {
  const wrong: ObjectId[] = [];
  const twice: ObjectId[] = [];
  const long: ObjectId[] = [];
  const seen = new Map<string, ObjectId>();
  let [firstFault, firstTwice, firstLong] = ['', '', ''];
  for (const id of going) {
    const { name, parent } = scene.get(id);
    const fault = nameFault(name, rules);
    if (fault) {
      wrong.push(id);
      firstFault ||= `"${name}" ${faultWords[fault]}.`;
    }
    if (rules.unique) {
      const key = `${rules.unique === 'siblings' ? parent : ''}/${comparable(name, rules)}`;
      const other = seen.get(key);
      if (other === undefined) seen.set(key, id);
      else {
        twice.push(id);
        firstTwice ||= `"${name}" and "${scene.get(other).name}" are the same name there.`;
      }
    }
    if (rules.longestPath !== undefined) {
      const path = pathOf(scene, id);
      if ([...path].length > rules.longestPath) {
        long.push(id);
        firstLong ||= `The path of "${name}" has ${[...path].length} characters; the receiver reads ${rules.longestPath}.`;
      }
    }
  }
  const findings: TargetFinding[] = [
    { rule: 'target-names', objects: wrong, because: firstFault },
    { rule: 'target-unique', objects: twice, because: firstTwice },
    { rule: 'target-path', objects: long, because: firstLong },
  ];
  return findings.filter(({ objects }) => objects.length > 0);
}

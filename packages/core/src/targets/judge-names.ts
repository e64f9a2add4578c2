import { pathPart } from '../scene/paths.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { comparable, nameFault, type NameFault } from './fitting-name.js';
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
 * What of the names that go out the receiver cannot read, tell apart or find.
 * @param going parents first
 */
export function judgeNames(scene: Scene, going: readonly ObjectId[], rules: TargetNames): TargetFinding[] {
  const wrong = new Gathered('target-names');
  const twice = new Gathered('target-unique');
  const long = new Gathered('target-path');
  const seen = new Map<string, ObjectId>();
  const lengths = new Map<ObjectId | null, number>([[null, 0]]);
  for (const id of going) {
    const { name, parent } = scene.get(id);
    const fault = nameFault(name, rules);
    if (fault) wrong.add(id, () => `"${name}" ${faultWords[fault]}.`);
    if (rules.unique) {
      const key = `${rules.unique === 'siblings' ? parent : ''}/${comparable(name, rules)}`;
      const other = seen.get(key);
      if (other === undefined) seen.set(key, id);
      else twice.add(id, () => `"${name}" and "${scene.get(other).name}" are the same name there.`);
    }
    // A path is its parent's and one part more: no walk up for each.
    const length = (lengths.get(parent) ?? 0) + 1 + [...pathPart(name)].length;
    lengths.set(id, length);
    if (rules.longestPath !== undefined && length > rules.longestPath)
      long.add(
        id,
        () => `The path of "${name}" has ${length} characters; the receiver reads ${rules.longestPath}.`,
      );
  }
  return [wrong, twice, long].flatMap((one) => one.finding());
}

/** Objects of one rule, with what is said of the first. */
class Gathered {
  readonly #objects: ObjectId[] = [];
  #because = '';
  constructor(readonly rule: TargetFinding['rule']) {}
  add(id: ObjectId, says: () => string): void {
    if (!this.#objects.length) this.#because = says();
    this.#objects.push(id);
  }
  finding(): TargetFinding[] {
    return this.#objects.length ? [{ rule: this.rule, objects: this.#objects, because: this.#because }] : [];
  }
}

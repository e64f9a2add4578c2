import { applyEdit, touchedBy } from '../../edits/registry.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { CheckRun } from '../check-run.js';
import { checkOf } from '../checks-of.js';
import { settingIn } from '../setting-in.js';
import type { FindingRef, PlannedFix } from './fix-plan.js';

/** Edits that are made on forks to look for culprits by trying; beyond these it is the nearest. */
const mostTried = 1_000_000;

/** Tells by which fix of a plan a finding comes. */
export class CulpritFinder {
  readonly #fixes: readonly PlannedFix[];
  readonly #byObject = new Map<ObjectId, PlannedFix[]>();
  readonly #edits: number;
  #tried = 0;
  constructor(
    readonly run: CheckRun,
    fixes: readonly PlannedFix[],
  ) {
    this.#fixes = fixes.filter(({ state }) => state === 'fixed');
    this.#edits = this.#fixes.reduce((sum, { edits }) => sum + edits.length, 0);
    for (const fix of this.#fixes)
      for (const id of touchedBy(fix.edits).objects) {
        const list = this.#byObject.get(id);
        if (list) list.push(fix);
        else this.#byObject.set(id, [fix]);
      }
  }
  /** The fix by which the finding is there; undefined: it cannot be told. */
  of(finding: FindingRef): PlannedFix | undefined {
    const direct = this.#byObject.get(finding.object);
    if (direct?.length === 1) return direct[0];
    // Halves of halves of the plan: about as many edits as it has, once over.
    this.#tried += this.#edits * Math.ceil(Math.log2(this.#fixes.length + 1));
    if (this.#tried <= mostTried) return this.#byTrying(finding);
    return direct?.at(-1) ?? this.#near(finding.object);
  }
  /** The first fix after which it is found: halves of the plan are carried out on forks. */
  #byTrying(finding: FindingRef): PlannedFix | undefined {
    let [low, high] = [0, this.#fixes.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (this.#isFoundAfter(middle, finding)) high = middle;
      else low = middle + 1;
    }
    return low > 0 ? this.#fixes[low - 1] : undefined;
  }
  #isFoundAfter(count: number, { object, check }: FindingRef): boolean {
    const fork = this.run.scene.fork();
    for (let i = 0; i < count; i++) for (const edit of this.#fixes[i]!.edits) applyEdit(fork, edit);
    const { convention } = this.run;
    const asked = checkOf(convention, check);
    const setting = asked && settingIn(convention, asked);
    const there = fork.find(object);
    if (!setting || !there) return false;
    const context = { scene: fork, convention, parameters: setting.parameters };
    return asked.applies?.(context) !== false && asked.evaluate(there, context) !== null;
  }
  #near(id: ObjectId): PlannedFix | undefined {
    const { scene } = this.run;
    const object = scene.find(id);
    if (!object) return undefined;
    for (const near of [
      ...object.children,
      ...scene.childrenOf(object.parent),
      ...scene.withName(object.name),
    ]) {
      const found = this.#byObject.get(near)?.at(-1);
      if (found) return found;
    }
    return undefined;
  }
}

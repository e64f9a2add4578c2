import type { CompiledConvention } from '../../names/slots/compiled-convention.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { CheckRun } from '../check-run.js';
import { checksOf } from '../checks-of.js';
import type { Severity } from '../severity.js';

/** What a rule of the house finds in a scene, and found under the convention before. */
export interface TriedRule {
  readonly check: string;
  readonly title: string;
  readonly severity: Severity;
  readonly before: number;
  readonly after: number;
  /** The first of them, with what is said. */
  readonly first: readonly { readonly id: ObjectId; readonly name: string; readonly says: string }[];
}

/** Asks the rules of a convention, and those of the one before it, in the order of the new one. `most`: told of each. */
export function tryRules(
  scene: Scene,
  before: CompiledConvention,
  after: CompiledConvention,
  most = 5,
): TriedRule[] {
  const was = new Map<string, number>();
  const [then, now] = [before, after].map((convention) => {
    const rules = checksOf(convention).filter(({ family }) => family === 'house');
    const run = new CheckRun(scene, convention, rules);
    run.all();
    return run;
  }) as [CheckRun, CheckRun];
  for (const id of then.objects())
    for (const { check } of then.checksOf(id)) was.set(check.id, (was.get(check.id) ?? 0) + 1);
  const tried = new Map(
    now.asked.map(({ check, severity }) => {
      const { id, title } = check;
      return [
        id,
        { check: id, title, severity, before: was.get(id) ?? 0, after: 0, first: [] as TriedRule['first'] },
      ];
    }),
  );
  for (const id of now.objects())
    for (const one of now.checksOf(id)) {
      const rule = tried.get(one.check.id)!;
      rule.after++;
      if (rule.first.length >= most) continue;
      const { because } = now.of(id).find(({ check }) => check === one.check.id)!;
      rule.first = [...rule.first, { id, name: scene.get(id).name, says: because }];
    }
  return [...tried.values()];
}

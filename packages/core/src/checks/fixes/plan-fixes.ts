import type { Edit } from '../../edits/edit.js';
import type { Scene } from '../../scene/scene.js';
import type { CheckRun } from '../check-run.js';
import { checkOf } from '../checks-of.js';
import { severities } from '../severity.js';
import { fixKey, type FindingRef, type FixChoices, type FixPlan, type PlannedFix } from './fix-plan.js';
import { CulpritFinder } from './find-culprit.js';
import { FixMaker, phaseOf } from './make-fixes.js';

/** Times that what breaks is taken out and the rest is made and judged again. */
const rounds = 4;
/** Edits above this share of the scene's objects are judged by asking everything once. */
const shareForWhole = 0.02;
const noChoices: FixChoices = { without: new Set(), despite: new Set() };

/**
 * How findings are put right together so that no fix undoes another: in order of their phases, and within one in the
 * order given; then the whole is judged, and what would bring a finding at least as severe as the one it puts right, or
 * would undo another fix, is held and says so. A person may have it despite that.
 * @param run must be up to date with its scene, which stays as it is: all is made on forks
 */
export function planFixes(
  run: CheckRun,
  findings: Iterable<FindingRef>,
  choices: FixChoices = noChoices,
): FixPlan {
  const asked = inOrder(run, findings);
  const held = new Map<string, string>();
  for (let round = 1; ; round++) {
    const made = makeAll(run, asked, choices, held);
    const { broken, left, fewer } = judge(run, made, choices);
    if (round === rounds || !broken.size) {
      const fixes = made.fixes.map((fix) => {
        const because = fix.state === 'fixed' && (broken.get(fixKey(fix)) ?? left.get(fixKey(fix)));
        return because ? { ...fix, because } : fix;
      });
      return { fixes, fewer };
    }
    for (const [key, because] of broken) held.set(key, because);
  }
}

/** Those that have a fix, by phase. */
function inOrder(run: CheckRun, findings: Iterable<FindingRef>): FindingRef[] {
  const maker = new FixMaker(run.convention, run.scene.fork());
  const phases: FindingRef[][] = [[], [], [], [], []];
  const seen = new Set<string>();
  for (const finding of findings) {
    const key = fixKey(finding);
    if (seen.has(key) || !checkOf(run.convention, finding.check)?.fix) continue;
    seen.add(key);
    phases[phaseOf(maker.make(finding, false).edits ?? [])]!.push(finding);
  }
  return phases.flat();
}

interface Made {
  readonly fixes: PlannedFix[];
  readonly fork: Scene;
  readonly edits: Edit[];
}
function makeAll(
  run: CheckRun,
  asked: readonly FindingRef[],
  choices: FixChoices,
  held: ReadonlyMap<string, string>,
): Made {
  const fork = run.scene.fork();
  const maker = new FixMaker(run.convention, fork);
  const all: Edit[] = [];
  const fixes = asked.map((finding): PlannedFix => {
    const key = fixKey(finding);
    const because = choices.despite.has(key) ? undefined : held.get(key);
    const stays = choices.without.has(key) || because !== undefined;
    const { edits } = maker.make(finding, !stays);
    const ref = { object: finding.object, check: finding.check };
    if (!edits) return { ...ref, state: 'along', edits: [], because: '' };
    if (!edits.length) return { ...ref, state: 'none', edits, because: 'Its fix has nothing to do here.' };
    if (choices.without.has(key)) return { ...ref, state: 'out', edits, because: '' };
    if (because !== undefined) return { ...ref, state: 'held', edits, because };
    for (const edit of edits) all.push(edit);
    return { ...ref, state: 'fixed', edits, because: '' };
  });
  return { fixes, fork, edits: all };
}

/** What comes of all of it. */
interface Judged {
  /** Fixes to hold, each with why. */
  readonly broken: ReadonlyMap<string, string>;
  /** What fixes that stand leave to do. */
  readonly left: ReadonlyMap<string, string>;
  readonly fewer: number;
}
function judge(run: CheckRun, made: Made, choices: FixChoices): Judged {
  const [broken, left] = [new Map<string, string>(), new Map<string, string>()];
  if (!made.edits.length) return { broken, left, fewer: 0 };
  const after = run.forked(made.fork);
  if (made.edits.length > run.scene.size * shareForWhole) after.all();
  else after.after(made.edits);
  const culprits = new CulpritFinder(run, made.fixes);
  const carried = new Map(made.fixes.flatMap((fix) => (fix.state === 'fixed' ? [[fixKey(fix), fix]] : [])));
  for (const id of after.objects()) {
    for (const { check, severity } of after.checksOf(id)) {
      const own = carried.get(fixKey({ object: id, check: check.id }));
      if (!own && (run.has(id, check.id) || run.isWaived(id, check.id))) continue;
      const culprit = own ?? culprits.of({ object: id, check: check.id });
      if (!culprit) continue;
      const message = after.of(id).find((one) => one.check === check.id)?.message ?? '';
      const name = made.fork.get(id).name;
      const isLess = severities.indexOf(severity) > severities.indexOf(run.severityOf(culprit.check)!);
      const key = fixKey(culprit);
      if (own) broken.set(key, `It would be found still: ${message}.`);
      else if (isLess || choices.despite.has(key))
        left.set(key, `It brings ${check.title}: ${message} in "${name}".`);
      else broken.set(key, `It would bring ${check.title}: ${message} in "${name}".`);
    }
  }
  for (const key of choices.despite) {
    const because = broken.get(key);
    if (because) left.set(key, because);
    broken.delete(key);
  }
  return { broken, left, fewer: run.count - after.count };
}

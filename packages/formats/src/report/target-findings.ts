import type { Check } from '@renquil/core/checks';
import { PathBook, type Scene } from '@renquil/core/scene';
import { targetRules, type Outgoing, type TargetRule } from '@renquil/core/targets';
import { baseName, type Baseline } from './baseline.js';
import type { ReportFile, ReportFinding } from './report.js';

/**
 * A report of a file with what a target finds wrong with what goes, each finding as its rule's.
 * @param scene as it is: an object is named by where it stands there, not by what it is called on the way out
 */
export function withTarget(
  report: ReportFile,
  scene: Scene,
  { target, findings }: Pick<Outgoing, 'target' | 'findings'>,
  baseline?: Baseline,
): ReportFile {
  const before = new Set(baseline?.files[baseName(report.file)]);
  const book = new PathBook(scene);
  const found = findings.flatMap(({ rule, objects, because }): ReportFinding[] => {
    const of = {
      check: rule,
      severity: 'blocker' as const,
      message: targetRules[rule],
      because,
      fixable: false,
    };
    // A budget of all of it is nobody's own; the file's first root stands for it.
    const whole = scene.roots[0];
    // The one more object above all others is in no scene but the sent one.
    const own = objects.filter((id) => scene.find(id));
    return (own.length ? own : whole === undefined ? [] : [whole]).map((id, i) => {
      const path = book.path(id);
      return {
        ...of,
        // What is said is of the first; of the others, that it is the same.
        because: i ? `${targetRules[rule]}, as the first of them.` : because,
        object: { id, path, name: scene.get(id).name },
        key: `${rule}:${target.title}:${path}`,
        ...(before.has(`${rule}:${target.title}:${path}`) ? { known: true as const } : {}),
      };
    });
  });
  const rules = [...new Set(findings.map(({ rule }) => rule))];
  return {
    ...report,
    findings: [...report.findings, ...found],
    checks: [...report.checks, ...rules.map((rule) => asCheck(rule, target.title))],
  };
}
function asCheck(rule: TargetRule, title: string): Check {
  return {
    id: rule,
    family: 'files',
    title: targetRules[rule],
    severity: 'blocker',
    scope: 'scene',
    source: `the target "${title}"`,
    messages: {},
    parameters: {},
    defaults: {},
    evaluate: () => null,
  };
}

import { computed, inject, Injectable, signal } from '@angular/core';
import {
  nextFree,
  checkRegistry,
  draft,
  type Check,
  type Edit,
  type Finding,
  type ObjectId,
  type Severity,
} from '@renquil/core';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';

export interface FindingGroup {
  readonly key: string;
  readonly title: string;
  readonly severity: Severity;
  readonly findings: readonly Finding[];
}
export type FindingLine =
  | { readonly type: 'group'; readonly group: FindingGroup }
  | { readonly type: 'finding'; readonly finding: Finding; readonly of: string };
const rank: Record<Severity, number> = { blocker: 0, warning: 1, note: 2 };

/** The findings in groups, and which of them is looked at. */
@Injectable()
export class FindingsState {
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly by = signal<'check' | 'object'>('check');
  readonly severity = signal<Severity | 'all'>('all');
  readonly folded = signal<ReadonlySet<string>>(new Set());
  readonly current = signal<{ readonly object: ObjectId; readonly check: string } | null>(null);

  readonly all = computed<readonly Finding[]>(() => {
    this.#analysis.version();
    this.#open.tick();
    const found: Finding[] = [];
    for (const object of this.#open.scene.walk()) found.push(...this.#analysis.of(object.id));
    return found;
  });
  readonly counts = computed(() => {
    const counts: Record<Severity, number> = { blocker: 0, warning: 0, note: 0 };
    for (const finding of this.all()) counts[finding.severity]++;
    return counts;
  });
  readonly groups = computed<readonly FindingGroup[]>(() => {
    const wanted = this.all().filter(
      (finding) => this.severity() === 'all' || finding.severity === this.severity(),
    );
    const groups = new Map<string, Finding[]>();
    for (const finding of wanted) {
      const key = this.by() === 'check' ? finding.check : String(finding.object);
      const group = groups.get(key);
      if (group) group.push(finding);
      else groups.set(key, [finding]);
    }
    const made = [...groups].map(([key, findings]): FindingGroup => {
      const severity = findings.reduce<Severity>(
        (worst, f) => (rank[f.severity] < rank[worst] ? f.severity : worst),
        'note',
      );
      return {
        key,
        severity,
        findings,
        title: this.by() === 'check' ? (checkOf(key)?.title ?? key) : this.#open.scene.get(Number(key)).name,
      };
    });
    return this.by() === 'check'
      ? made.sort((a, b) => rank[a.severity] - rank[b.severity] || b.findings.length - a.findings.length)
      : made;
  });
  readonly lines = computed<readonly FindingLine[]>(() =>
    this.groups().flatMap((group): FindingLine[] => [
      { type: 'group', group },
      ...(this.folded().has(group.key)
        ? []
        : group.findings.map((finding) => ({ type: 'finding' as const, finding, of: group.key }))),
    ]),
  );
  readonly finding = computed<Finding | null>(() => {
    const now = this.current();
    return (now && this.all().find((f) => f.object === now.object && f.check === now.check)) ?? null;
  });
  readonly check = computed<Check | null>(() => checkOf(this.finding()?.check ?? '') ?? null);

  toggleFold(key: string): void {
    const folded = new Set(this.folded());
    if (!folded.delete(key)) folded.add(key);
    this.folded.set(folded);
  }
  /** The edits that put findings right, each made on what those before it left, so that none gets in another's way. */
  fixes(findings: readonly Finding[]): Edit[] {
    const { scene, convention } = this.#open;
    const seen = new Set<ObjectId>();
    const plan = draft(scene, (run) => {
      for (const finding of findings) {
        const check = checkOf(finding.check);
        const object = scene.find(finding.object);
        if (!check?.fix || !object || seen.has(finding.object)) continue;
        const parameters = { ...check.parameters, ...convention.source.checks?.[check.id]?.parameters };
        const edits = check.fix(object, { scene, convention, parameters }) ?? [];
        for (const edit of edits) {
          run([edit.kind === 'rename' ? { ...edit, to: this.#freeName(edit.to) } : edit]);
          seen.add(finding.object);
        }
      }
    });
    return plan.ok ? plan.edits : [];
  }
  #freeName(wanted: string): string {
    const used = (name: string): boolean => this.#open.scene.withName(name).size > 0;
    return used(wanted) ? nextFree(wanted, used) : wanted;
  }
}
export function checkOf(id: string): Check | undefined {
  return checkRegistry.find((check) => check.id === id);
}

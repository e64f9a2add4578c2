import { computed, inject, Injectable, signal } from '@angular/core';
import {
  checkRegistry,
  FindingColumns,
  severityRank,
  type Check,
  type Finding,
  type Severity,
} from '@renquil/core/checks';
import type { Edit } from '@renquil/core/edits';
import { NextFree } from '@renquil/core/names/recipe';
import { planOnFork } from '@renquil/core/plans';
import type { ObjectId, SceneObject } from '@renquil/core/scene';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { LedgerState } from '../ledger/ledger-state';
import { FindingLines, type FindingGroup } from './finding-lines';

/** One finding, by what it is about. */
export type FindingRef = Pick<Finding, 'object' | 'check'>;

/** The findings in groups, and which of them is looked at. */
@Injectable()
export class FindingsState {
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly #ledger = inject(LedgerState);
  readonly by = signal<'check' | 'object'>('check');
  readonly severity = signal<Severity | 'all'>('all');
  readonly folded = signal<ReadonlySet<string>>(new Set());
  /** Asks the list to bring a line into view. */
  readonly reveal = signal<{ readonly at: number } | null>(null);
  readonly current = signal<{ readonly object: ObjectId; readonly check: string } | null>(null);

  /** All findings in the order of the tree, a few numbers each. */
  readonly columns = computed(() => {
    this.#analysis.version();
    const columns = new FindingColumns();
    for (const { id } of this.#open.scene.walk()) {
      const found = this.#analysis.found.placeOf(id);
      if (found) for (let at = found.from; at < found.to; at++) columns.add(id, found.table.sortAt(at));
    }
    return columns;
  });
  readonly counts = computed(() => {
    const counts: Record<Severity, number> = { blocker: 0, warning: 0, note: 0 };
    const columns = this.columns();
    for (let at = 0; at < columns.length; at++) counts[columns.severityAt(at)]++;
    return counts;
  });
  readonly groups = computed<readonly FindingGroup[]>(() => {
    const columns = this.columns();
    const [severity, byCheck] = [this.severity(), this.by() === 'check'];
    const groups = new Map<string | ObjectId, { severity: Severity; at: number[] }>();
    for (let at = 0; at < columns.length; at++) {
      const sort = columns.sortAt(at);
      if (severity !== 'all' && sort.severity !== severity) continue;
      const key = byCheck ? sort.check : columns.objects[at]!;
      const group = groups.get(key);
      if (!group) groups.set(key, { severity: sort.severity, at: [at] });
      else {
        group.at.push(at);
        if (severityRank[sort.severity] < severityRank[group.severity]) group.severity = sort.severity;
      }
    }
    const made = [...groups].map(([key, { severity: worst, at }]): FindingGroup => ({
      key: String(key),
      severity: worst,
      count: at.length,
      at: Int32Array.from(at),
      title: typeof key === 'string' ? (checkOf(key)?.title ?? key) : this.#open.sceneNow.get(key).name,
    }));
    return byCheck
      ? made.sort((a, b) => severityRank[a.severity] - severityRank[b.severity] || b.count - a.count)
      : made;
  });
  readonly lines = computed(
    () => new FindingLines(this.groups(), this.folded(), this.columns(), (at) => this.findingAt(at)),
  );
  readonly finding = computed<Finding | null>(() => {
    const now = this.current();
    this.#analysis.version();
    if (!now || !this.#open.scene.find(now.object)) return null;
    return this.#analysis.of(now.object).find((f) => f.check === now.check) ?? null;
  });
  readonly check = computed<Check | null>(() => checkOf(this.finding()?.check ?? '') ?? null);

  findingAt(at: number): Finding {
    const columns = this.columns();
    const [object, sort] = [columns.objects[at]!, columns.sortAt(at)];
    return (
      this.#analysis.of(object).find((one) => one.check === sort.check) ?? { ...sort, object, because: '' }
    );
  }
  /** Findings of one check, in the order of the tree. */
  *ofCheck(check: string): Generator<FindingRef> {
    const columns = this.columns();
    for (let at = 0; at < columns.length; at++)
      if (columns.sortAt(at).check === check) yield { object: columns.objects[at]!, check };
  }
  /** To the next finding that `isOne`, from the one that is looked at, in the order of the list. */
  step(by: 1 | -1, isOne: (finding: Finding) => boolean): void {
    const now = this.current();
    const lines = this.lines();
    const from = now ? lines.indexOf(now.object, now.check) : -1;
    const start = from < 0 && by < 0 ? lines.length : from;
    let next = lines.next(start, by, isOne);
    if (next < 0) next = lines.next(by > 0 ? -1 : lines.length, by, isOne);
    const line = lines.at(next);
    if (line?.type !== 'finding') return;
    this.current.set({ object: line.finding.object, check: line.finding.check });
    this.#ledger.show(line.finding.object);
    this.reveal.set({ at: next });
  }
  toggleFold(key: string): void {
    const folded = new Set(this.folded());
    if (!folded.delete(key)) folded.add(key);
    this.folded.set(folded);
  }
  /** The edits that put findings right, each made on what those before it left, so that none gets in another's way. */
  fixes(findings: Iterable<FindingRef>): Edit[] {
    const { scene, convention } = this.#open;
    const seen = new Set<ObjectId>();
    const plan = planOnFork(scene, (fork, run) => {
      const used = (name: string): boolean => fork.withName(name).size > 0;
      const free = new NextFree(fork, convention);
      const freeName = (object: SceneObject, wanted: string): string =>
        used(wanted) ? free.of(object, wanted, used) : wanted;
      for (const finding of findings) {
        const check = checkOf(finding.check);
        const object = fork.find(finding.object);
        if (!check?.fix || !object || seen.has(finding.object)) continue;
        const parameters = { ...check.defaults, ...convention.source.checks?.[check.id]?.parameters };
        const edits = check.fix(object, { scene: fork, convention, parameters }) ?? [];
        for (const edit of edits) {
          run([edit.kind === 'rename' ? { ...edit, to: freeName(object, edit.to) } : edit]);
          seen.add(finding.object);
        }
      }
    });
    return plan.ok ? plan.edits : [];
  }
}
/** The check of an id. */
function checkOf(id: string): Check | undefined {
  return checkRegistry.find((check) => check.id === id);
}

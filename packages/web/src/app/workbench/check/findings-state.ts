import { computed, effect, inject, Injectable, signal } from '@angular/core';
import {
  causeOf,
  checkOf,
  FindingColumns,
  FixMaker,
  type Check,
  type Family,
  type Finding,
  type FindingRef,
  type Severity,
} from '@renquil/core/checks';
import type { Edit } from '@renquil/core/edits';
import type { ObjectId } from '@renquil/core/scene';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { LedgerFilter } from '../ledger/ledger-filter';
import { LedgerState } from '../ledger/ledger-state';
import { groupFindings, type Grouping } from './finding-groups';
import { FindingLines, type FindingGroup, type Folded } from './finding-lines';
import { SinceVersion } from './since-version';
import { Waivers } from './waivers';

/** The findings in groups, and which of them is looked at. */
@Injectable()
export class FindingsState {
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly #ledger = inject(LedgerState);
  readonly waivers = inject(Waivers);
  /** The list's own: what the ledger shows is another question. */
  readonly filter = new LedgerFilter();
  readonly by = signal<Grouping>('check');
  readonly family = signal<Family | 'all'>('all');
  readonly onlyFixable = signal(false);
  readonly since = inject(SinceVersion);
  /** Only what was not found at the version that is compared with. */
  readonly onlyNew = signal(false);
  /** Those that are let pass, in place of those that are not. */
  readonly showWaived = signal(false);
  readonly severity = signal<Severity | 'all'>('all');
  /** Groups that a person folded; of causes those that were opened. */
  readonly #turned = signal<ReadonlySet<string>>(new Set());
  readonly folded = computed<Folded>(() => {
    const turned = this.#turned();
    return this.by() === 'cause' ? { has: (key) => !turned.has(key), isByCause: true } : turned;
  });
  /** How far down the list was when it was last left, pixels. */
  scrolled = 0;
  /** Asks the list to bring a line into view. */
  readonly reveal = signal<{ readonly at: number } | null>(null);
  readonly current = signal<{ readonly object: ObjectId; readonly check: string } | null>(null);

  constructor() {
    // A filter that asks what is new since a version has it compared.
    effect(() => {
      const asked = /\bsince:v?0*(\d{1,9})\b/i.exec(this.filter.filter())?.[1];
      if (asked) this.since.version.set(Number(asked));
    });
    this.#open.tellMore({
      waived: (id) => {
        const book = this.waivers.book();
        return this.#analysis.found.some(id, ({ check }) => book.of(id, check) !== null);
      },
      since: (id, version) => this.since.hasNew(id, version),
    });
  }
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
    for (let at = 0; at < columns.length; at++) if (!this.#isWaived(at)) counts[columns.severityAt(at)]++;
    return counts;
  });
  /** Whether a finding is let pass. */
  #isWaived(at: number): boolean {
    const columns = this.columns();
    const { check } = columns.sortAt(at);
    const book = this.waivers.book();
    return book.speaksOf(check) && book.of(columns.objects[at]!, check) !== null;
  }
  /** How many findings are let pass. */
  readonly waived = computed(() => {
    let n = 0;
    for (let at = 0; at < this.columns().length; at++) if (this.#isWaived(at)) n++;
    return n;
  });
  readonly groups = computed<readonly FindingGroup[]>(() => {
    const columns = this.columns();
    const [severity, family, onlyFixable] = [this.severity(), this.family(), this.onlyFixable()];
    const [onlyNew, { since }] = [this.onlyNew() && this.since.isKnown(), this];
    const [waived, matches] = [this.showWaived(), this.filter.matches()];
    const inFamily = new Map<string, boolean>();
    const isInFamily = (check: string): boolean => {
      let known = inFamily.get(check);
      if (known === undefined) inFamily.set(check, (known = this.checkOf(check)?.family === family));
      return known;
    };
    const shows = (at: number): boolean => {
      const sort = columns.sortAt(at);
      if (severity !== 'all' && sort.severity !== severity) return false;
      if (family !== 'all' && !isInFamily(sort.check)) return false;
      if (onlyFixable && !sort.fixable) return false;
      if (onlyNew && !since.isNew(columns.objects[at]!, sort.check)) return false;
      if (matches && !matches.has(columns.objects[at]!)) return false;
      return this.#isWaived(at) === waived;
    };
    const facts = {
      checkOf: (id: string) => this.checkOf(id),
      whoChanged: (id: ObjectId) => this.#open.whoChanged(id),
      causeOf: (id: ObjectId, sort: Pick<Finding, 'check' | 'message'>) => this.#causeOf(id, sort),
    };
    return groupFindings(this.#open.sceneNow, columns, { by: this.by(), facts, shows });
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
  readonly check = computed<Check | null>(() => this.checkOf(this.finding()?.check ?? '') ?? null);

  checkOf(id: string): Check | undefined {
    return checkOf(this.#open.held(), id);
  }
  /** Whether something is left out of the list by choice. */
  readonly isNarrowed = computed(
    () =>
      this.severity() !== 'all' ||
      this.family() !== 'all' ||
      this.onlyFixable() ||
      this.onlyNew() ||
      this.showWaived() ||
      this.filter.matches() !== null,
  );
  widen(): void {
    this.severity.set('all');
    this.family.set('all');
    this.onlyFixable.set(false);
    this.onlyNew.set(false);
    this.showWaived.set(false);
    this.filter.filter.set('');
  }
  findingAt(at: number): Finding {
    const columns = this.columns();
    const [object, sort] = [columns.objects[at]!, columns.sortAt(at)];
    return (
      this.#analysis.of(object).find((one) => one.check === sort.check) ?? { ...sort, object, because: '' }
    );
  }
  /** Findings of one check that are not let pass, in the order of the tree. */
  *ofCheck(check: string): Generator<FindingRef> {
    const columns = this.columns();
    for (let at = 0; at < columns.length; at++)
      if (columns.sortAt(at).check === check && !this.#isWaived(at))
        yield { object: columns.objects[at]!, check };
  }
  /** Findings of an object and all below it that have a fix and are not let pass, in the order of the tree. */
  fixableBelow(top: ObjectId): FindingRef[] {
    const { scene } = this.#open;
    this.#analysis.version();
    const book = this.waivers.book();
    const refs: FindingRef[] = [];
    if (!scene.find(top)) return refs;
    for (const { id } of scene.walk(top)) {
      const found = this.#analysis.found.placeOf(id);
      if (!found) continue;
      for (let at = found.from; at < found.to; at++) {
        const { check, fixable } = found.table.sortAt(at);
        if (fixable && book.of(id, check) === null) refs.push({ object: id, check });
      }
    }
    return refs;
  }
  /** Findings of the list that have a fix, in the order of the tree. */
  shownFixable(): FindingRef[] {
    const columns = this.columns();
    const at = this.groups().flatMap((group) => [...group.at]);
    return [...new Set(at)]
      .sort((a, b) => a - b)
      .flatMap((one) => {
        const { check, fixable } = columns.sortAt(one);
        return fixable ? [{ object: columns.objects[one]!, check }] : [];
      });
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
    if (!line) return;
    this.look(line.type === 'finding' ? line.finding : this.findingAt(line.group.at[0]!));
    this.reveal.set({ at: next });
  }
  look({ object, check }: FindingRef): void {
    this.current.set({ object, check });
    this.#ledger.show(object);
  }
  /** All findings of the cause of the one that is looked at, in the order of the tree; itself too. */
  readonly ofCause = computed<readonly FindingRef[]>(() => {
    const finding = this.finding();
    if (!finding) return [];
    const { key } = this.#causeOf(finding.object, finding);
    const columns = this.columns();
    const refs: FindingRef[] = [];
    for (let at = 0; at < columns.length; at++) {
      const sort = columns.sortAt(at);
      if (sort.check !== finding.check || this.#isWaived(at)) continue;
      const object = columns.objects[at]!;
      if (this.#causeOf(object, sort).key === key) refs.push({ object, check: sort.check });
    }
    return refs;
  });
  /** The group of the list that the finding which is looked at stands in. */
  readonly currentGroup = computed<FindingGroup | null>(() => {
    const now = this.current();
    if (!now) return null;
    const columns = this.columns();
    const isIt = (at: number): boolean =>
      columns.objects[at] === now.object && columns.sortAt(at).check === now.check;
    return this.groups().find(({ at }) => at.some(isIt)) ?? null;
  });
  #causeOf(id: ObjectId, sort: Pick<Finding, 'check' | 'message'>): ReturnType<typeof causeOf> {
    return causeOf(this.#open.scene, this.#open.convention, id, sort);
  }
  /** Unfolds a group or folds it, where that changes something. */
  setFold(key: string, isFolded: boolean): void {
    if (this.folded().has(key) !== isFolded) this.toggleFold(key);
  }
  toggleFold(key: string): void {
    const turned = new Set(this.#turned());
    if (!turned.delete(key)) turned.add(key);
    this.#turned.set(turned);
  }
  /** The edits that put one finding right. */
  fix(finding: FindingRef): readonly Edit[] {
    const { scene, convention } = this.#open;
    return new FixMaker(convention, scene.fork()).make(finding, false).edits ?? [];
  }
}

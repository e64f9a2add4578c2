import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { Dialog } from '@angular/cdk/dialog';
import { Router } from '@angular/router';
import { adviceOf, sayUntil } from '@renquil/core/checks';
import { sayEdits } from '@renquil/core/edits';
import { pathOf, type ObjectId, type SceneObject } from '@renquil/core/scene';
import { Commands } from '../../state/commands';
import { changesInPlace, OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { NameText } from '../../ui/name-text';
import { KindIcon } from '../../ui/kind-icon';
import { SeverityMark } from '../../ui/severity-mark';
import { NameField } from '../ledger/name-field';
import { LedgerState } from '../ledger/ledger-state';
import { LoadState } from '../../ui/load-state';
import { ToastList } from '../../state/toast-list';
import { FixOutcome } from './fix-outcome';
import { FixPreview } from './fix-preview';
import { FindingsState } from './findings-state';
import { WaiverList } from '../../waivers/waiver-list';
import { WaiverSheet, type WaiverSheetData } from './waiver-sheet';
import { Tip } from '../../ui/tip';
import { nameIn } from '../said-of';

/** One finding: which object, what is wrong, why, where the rule comes from, and the way to put it right. */
@Component({
  selector: 'rq-finding-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, KindIcon, LoadState, NameField, NameText, SeverityMark, Tip, WaiverList],
  providers: [FixOutcome],
  templateUrl: './finding-card.html',
  host: { class: 'block h-full overflow-y-auto bg-page p-4' },
})
export class FindingCard {
  readonly open = inject(OpenScene);
  readonly state = inject(FindingsState);
  readonly ledger = inject(LedgerState);
  readonly #fixes = inject(FixPreview);
  /** What would come of the fix. */
  readonly outcome = inject(FixOutcome).fix;
  readonly #toasts = inject(ToastList);
  readonly object = computed(() => {
    const id = this.state.current()?.object;
    return id === undefined ? null : (this.open.scene.find(id) ?? null);
  }, changesInPlace);
  readonly #dialog = inject(Dialog);
  readonly #router = inject(Router);
  readonly isLead = computed(() => this.open.info()?.role === 'lead');
  /** What lets the finding pass. */
  readonly waiver = computed(() => {
    const now = this.state.finding();
    return now && this.state.waivers.of(now.object, now.check);
  });
  /** Whether a lead is asked already to let this very finding pass. */
  readonly pending = computed(() => {
    const now = this.state.current();
    return this.state.waivers
      .list()
      .some(
        ({ state, scope }) => state === 'asked' && scope.check === now?.check && scope.object === now.object,
      );
  });
  readonly saidUntil = computed(() => sayUntil(this.waiver()?.until ?? {}));
  readonly path = computed(() => {
    const object = this.object();
    return object ? pathOf(this.open.scene, object.id) : '';
  });
  readonly fix = computed(() => {
    const finding = this.state.finding();
    const edits = finding ? this.state.fix(finding) : [];
    const [first] = edits;
    if (!first) return null;
    // A new name is seen as it will be; anything else is told.
    const rename = edits.length === 1 && first.kind === 'rename' ? first : null;
    return { edits, rename, says: sayEdits(this.open.scene, edits) };
  });
  readonly advice = computed(() => {
    const check = this.state.check();
    return check && adviceOf(check);
  });
  /** A name nobody can make up, or something else that only a person can put right. */
  readonly isName = computed(() => this.state.check()?.family === 'names');
  readonly shownOthers = 4;
  /** Findings that have the cause of this one too. */
  readonly others = computed(() => {
    const now = this.state.current();
    return this.state.ofCause().filter(({ object }) => object !== now?.object);
  });
  nameOf(object: ObjectId): string {
    return this.open.scene.find(object)?.name || '(no name)';
  }
  listCauses(): void {
    this.state.by.set('cause');
  }
  applyCause(): void {
    this.#fixes.look({ title: 'Fix what has one cause', findings: [...this.state.ofCause()] });
  }
  /** Findings of this check that have a fix: more than one edit may put one right. */
  readonly alikeCount = computed(() => {
    const finding = this.state.finding();
    if (!finding?.fixable) return 0;
    let count = 0;
    for (const _ of this.state.ofCheck(finding.check)) count++;
    return count;
  });
  constructor() {
    const off = (): boolean => !this.open.mayEdit() || !this.fix();
    const remove = inject(Commands).add(() => [
      { id: 'fix', title: 'Fix this finding', keys: 'Alt Enter', off, run: () => this.apply() },
      {
        id: 'waive',
        title: this.isLead() ? 'Waive this finding' : 'Ask to waive this finding',
        keys: 'Alt W',
        off: () => !this.open.mayEdit() || !this.state.finding() || this.waiver() !== null,
        run: () => this.waive(),
      },
      {
        id: 'in-ledger',
        title: 'Show the object of this finding in the ledger',
        keys: 'Alt G',
        off: () => !this.object(),
        run: () => this.showInLedger(),
      },
      {
        id: 'fix-cause',
        title: 'Look at all fixes of this cause',
        off: () => off() || !this.others().length,
        run: () => this.applyCause(),
      },
      { id: 'fix-alike', title: 'Look at all fixes of this check', off, run: () => this.applyAlike() },
      {
        id: 'fix-branch',
        title: 'Look at all fixes in this branch',
        off: () => !this.open.mayEdit() || !this.branchCount(),
        run: () => this.applyBranch(),
      },
      {
        id: 'fix-shown',
        title: 'Look at the fixes of all that is listed',
        off: () => !this.open.mayEdit() || !this.state.lines().length,
        run: () => this.applyShown(),
      },
    ]);
    inject(DestroyRef).onDestroy(remove);
  }
  applyShown(): void {
    this.#fixes.look({ title: 'Fix what is listed', findings: this.state.shownFixable() });
  }
  waive(): void {
    const [finding, info] = [this.state.finding(), this.open.info()];
    if (!finding || !info || this.waiver()) return;
    const found = [...this.state.ofCheck(finding.check)].map(({ object }) => object);
    const ref = this.#dialog.open<'granted' | 'asked', WaiverSheetData>(WaiverSheet, {
      ariaLabel: 'Waive a finding',
      data: {
        scene: this.open.sceneNow,
        sceneId: info.scene.id,
        object: finding.object,
        check: finding.check,
        title: this.state.check()?.title ?? finding.check,
        found,
        isLead: this.isLead(),
        nextVersion: (info.scene.version ?? 0) + 1,
      },
    });
    ref.closed.subscribe((state) => {
      if (!state) return;
      this.state.waivers.asked.reload();
      this.#toasts.say(state === 'granted' ? 'It is waived.' : 'A lead is asked. It counts until then.');
    });
  }
  /** To the row of the object, in the step where names are; going back comes here again. */
  showInLedger(): void {
    const [object, info] = [this.object(), this.open.info()];
    if (!object || !info) return;
    this.ledger.show(object.id);
    void this.#router.navigate(['/scenes', info.scene.id, this.isName() ? 'name' : 'arrange']);
  }
  apply(): void {
    const [fix, finding] = [this.fix(), this.state.finding()];
    if (fix && finding)
      this.open.apply(`Fix: ${finding.message} in ${nameIn(this.open.sceneNow, finding.object)}`, fix.edits);
  }
  applyAlike(): void {
    const check = this.state.check();
    if (!check) return;
    this.#fixes.look({
      title: `Fix ${check.title.toLowerCase()}`,
      findings: [...this.state.ofCheck(check.id)],
    });
  }
  /** The object with all below it; of one that has nothing below it, its parent with that. */
  readonly branch = computed<SceneObject | null>(() => {
    const object = this.object();
    if (!object) return null;
    return object.children.length || object.parent === null
      ? object
      : (this.open.scene.find(object.parent) ?? null);
  }, changesInPlace);
  readonly branchCount = computed(() => {
    const branch = this.branch();
    return branch ? this.state.fixableBelow(branch.id).length : 0;
  });
  applyBranch(): void {
    const branch = this.branch();
    if (!branch) return;
    this.#fixes.look({
      title: `Fix what can be fixed in ${nameIn(this.open.sceneNow, branch.id)}`,
      findings: this.state.fixableBelow(branch.id),
    });
  }
}

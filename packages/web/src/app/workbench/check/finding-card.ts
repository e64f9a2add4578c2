import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { sayEdits } from '@renquil/core/edits';
import { pathOf } from '@renquil/core/scene';
import { Commands } from '../../state/commands';
import { changesInPlace, OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { NameText } from '../../ui/name-text';
import { KindIcon } from '../../ui/kind-icon';
import { SeverityMark } from '../../ui/severity-mark';
import { NameField } from '../ledger/name-field';
import { LedgerState } from '../ledger/ledger-state';
import { FindingsState } from './findings-state';
import { Tip } from '../../ui/tip';
import { nameIn } from '../said-of';

/** One finding: which object, what is wrong, why, where the rule comes from, and the way to put it right. */
@Component({
  selector: 'rq-finding-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, KindIcon, NameField, NameText, SeverityMark, Tip],
  templateUrl: './finding-card.html',
  host: { class: 'block h-full overflow-y-auto bg-page p-4' },
})
export class FindingCard {
  readonly open = inject(OpenScene);
  readonly state = inject(FindingsState);
  readonly ledger = inject(LedgerState);
  readonly object = computed(() => {
    const id = this.state.current()?.object;
    return id === undefined ? null : (this.open.scene.find(id) ?? null);
  }, changesInPlace);
  readonly path = computed(() => {
    const object = this.object();
    return object ? pathOf(this.open.scene, object.id) : '';
  });
  readonly fix = computed(() => {
    const finding = this.state.finding();
    const edits = finding ? this.state.fixes([finding]) : [];
    const [first] = edits;
    if (!first) return null;
    // A new name is seen as it will be; anything else is told.
    const rename = edits.length === 1 && first.kind === 'rename' ? first : null;
    return { edits, rename, says: sayEdits(this.open.scene, edits) };
  });
  /** A name nobody can make up, or something else that only a person can put right. */
  readonly isName = computed(() => this.state.check()?.family === 'names');
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
      { id: 'fix-alike', title: 'Fix all findings of this check', off, run: () => this.applyAlike() },
    ]);
    inject(DestroyRef).onDestroy(remove);
  }
  apply(): void {
    const [fix, finding] = [this.fix(), this.state.finding()];
    if (fix && finding)
      this.open.apply(`Fix: ${finding.message} in ${nameIn(this.open.sceneNow, finding.object)}`, fix.edits);
  }
  applyAlike(): void {
    const check = this.state.check();
    if (!check) return;
    const edits = this.state.fixes(this.state.ofCheck(check.id));
    this.open.apply(`Fix ${this.alikeCount()} × ${check.title.toLowerCase()}`, edits);
  }
}

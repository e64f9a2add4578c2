import { CdkFixedSizeVirtualScroll, CdkVirtualForOf, CdkVirtualScrollViewport } from '@angular/cdk/scrolling';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  viewChild,
} from '@angular/core';
import { fixKey, type PlannedFix } from '@renquil/core/checks';
import { sayEdits } from '@renquil/core/edits';
import { OpenScene } from '../../state/open-scene';
import { CountPipe } from '../../ui/count';
import { NameChange } from '../../ui/name-change';
import { NameText } from '../../ui/name-text';
import { Tick } from '../../ui/tick';
import { Tip } from '../../ui/tip';
import { LedgerState } from '../ledger/ledger-state';
import { FindingsState } from './findings-state';
import { FixPreview } from './fix-preview';

/** One line of the list: an object, what it is, what it becomes, and what is said of it. */
interface FixLine {
  readonly fix: PlannedFix;
  readonly name: string;
  readonly check: string;
  /** A new name, to be read beside the old one; null: the fix is told in words. */
  readonly to: string | null;
  readonly says: string;
}

/** Fixes before they are made: each with what it does, ticked unless it would break something. */
@Component({
  selector: 'rq-fix-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkFixedSizeVirtualScroll,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    CountPipe,
    NameChange,
    NameText,
    Tick,
    Tip,
  ],
  templateUrl: './fix-panel.html',
  host: {
    class: 'flex h-full min-h-0 flex-col bg-sheet',
    role: 'region',
    'aria-label': 'Fixes to look at',
    '(keydown.escape)': 'preview.close()',
    '(keydown.control.enter)': 'apply()',
  },
})
export class FixPanel {
  readonly open = inject(OpenScene);
  readonly preview = inject(FixPreview);
  readonly #findings = inject(FindingsState);
  readonly #ledger = inject(LedgerState);
  readonly list = viewChild.required(CdkVirtualScrollViewport);
  readonly key = (_: number, fix: PlannedFix): string => fixKey(fix);
  readonly canApply = computed(
    () => this.preview.edits().length > 0 && !this.preview.isWorking() && this.open.mayEdit(),
  );

  constructor() {
    // Whoever came here by keys is in the list, and back in that of the findings afterwards.
    afterNextRender(() => this.list().elementRef.nativeElement.focus());
    inject(DestroyRef).onDestroy(() => {
      this.preview.close();
      document.querySelector<HTMLElement>('rq-findings-list [data-home]')?.focus();
    });
  }
  lineOf(fix: PlannedFix): FixLine {
    const { scene } = this.open;
    const name = scene.find(fix.object)?.name ?? '';
    const check = this.#findings.checkOf(fix.check)?.title ?? fix.check;
    const [first] = fix.edits;
    const to = fix.edits.length === 1 && first?.kind === 'rename' ? first.to : null;
    const says = fix.state === 'along' ? 'put right by those before it' : sayEdits(scene, fix.edits);
    return { fix, name, check, to, says };
  }
  show(fix: PlannedFix): void {
    if (this.open.scene.find(fix.object)) this.#ledger.show(fix.object);
  }
  apply(): void {
    if (this.canApply()) this.preview.apply();
  }
}

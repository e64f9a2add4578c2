import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideChevronDown, lucideChevronRight } from '@ng-icons/lucide';
import { rollUp, type TreeRow } from '@renquil/core/workbench';
import { Analysis } from '../../state/analysis';
import { changesInPlace, OpenScene } from '../../state/open-scene';
import { count, CountPipe } from '../../ui/count';
import { NameText } from '../../ui/name-text';
import { KindIcon } from '../../ui/kind-icon';
import { SeverityMark } from '../../ui/severity-mark';
import { LedgerState } from './ledger-state';
import type { DropAt } from './row-drag';
import { NameField } from './name-field';
import { SlotField } from './slot-field';
import { shapeNameOf } from './shape-name';
import { SwitchCell } from './switch-cell';
import type { RowView } from './row-view';
import type { TreeColumn } from './tree-columns';
import { Tip } from '../../ui/tip';
import { SlotColourPipe } from '../../ui/slot-colour';

/** One row of the ledger. */
@Component({
  selector: 'rq-ledger-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CountPipe,
    KindIcon,
    NameField,
    NameText,
    NgIcon,
    SeverityMark,
    SlotColourPipe,
    SlotField,
    SwitchCell,
    Tip,
  ],
  viewProviders: [provideIcons({ lucideChevronDown, lucideChevronRight })],
  templateUrl: './ledger-row.html',
  host: {
    class:
      'grid h-[26px] w-full [contain:strict] cursor-default items-stretch border-b border-line/60 select-none',
    role: 'row',
    '[id]': "'row-' + row().id",
    '[style.grid-template-columns]': 'template()',
    '[class.bg-picked]': 'picked()',
    '[class.shadow-[inset_3px_0_0_var(--spruce)]]': 'picked()',
    '[class.outline-1]': 'active()',
    '[class.-outline-offset-1]': 'active()',
    '[class.outline-spruce]': 'active()',
    '[class.row-context]': 'row().context',
    '[class.shadow-[inset_0_2px_0_var(--jonquil-line)]]': "dropAt() === 'before'",
    '[class.shadow-[inset_0_-2px_0_var(--jonquil-line)]]': "dropAt() === 'after'",
    '[class.!bg-wash]': "dropAt() === 'onto'",
    '[attr.draggable]': 'draggable() && !editing()',
    '[attr.aria-level]': 'row().depth + 1',
    '[attr.aria-posinset]': 'row().place ?? 1',
    '[attr.aria-setsize]': 'row().siblings ?? 1',
    '[attr.aria-rowindex]': 'index() + 2',
    '[attr.aria-selected]': 'picked()',
    '[attr.aria-expanded]': 'row().hasChildren ? row().open : null',
  },
})
export class LedgerRow {
  readonly #open = inject(OpenScene);
  readonly #analysis = inject(Analysis);
  readonly state = inject(LedgerState);
  readonly row = input.required<TreeRow>();
  readonly view = input.required<RowView>();
  readonly columns = input.required<'slots' | 'tree'>();
  readonly template = input.required<string>();
  readonly tree = input<readonly TreeColumn[]>([]);
  readonly picked = input.required<boolean>();
  readonly active = input.required<boolean>();
  readonly editing = input.required<boolean>();
  /** The slot the keys are in, when they are in this row. */
  readonly cell = input<string | null>(null);
  readonly index = input.required<number>();
  readonly dropAt = input<DropAt | null>(null);
  readonly draggable = input(false);
  readonly object = computed(() => (this.view(), this.#open.sceneNow.get(this.row().id)), changesInPlace);
  /** Of what has no name its shape may have one that tells something. */
  readonly shapeName = computed(() => {
    this.view();
    return this.object().name ? '' : shapeNameOf(this.#open.sceneNow, this.object());
  });
  /** What a folded row hides. */
  readonly below = computed(() => {
    this.view();
    if (!this.row().hasChildren || this.row().open) return null;
    const sum = rollUp(this.#open.sceneNow, this.row().id, (id) => this.#analysis.of(id));
    const parts = Object.entries(sum.kinds).map(([kind, n]) =>
      count(n, kind, kind === 'mesh' ? 'meshes' : `${kind}s`),
    );
    const marks = Object.entries(sum.marks).map(([word, n]) => `${n} marked ${word}`);
    return {
      ...sum,
      says: [
        `Below: ${parts.join(', ')}`,
        ...(sum.findings ? [count(sum.findings, 'finding')] : []),
        ...marks,
      ].join('; '),
    };
  });
  readonly cells = computed(() => {
    // The object is the same one after a change: only the view is new.
    this.view();
    const object = this.object();
    return this.tree().map((column) => ({
      column,
      text: column.text?.(this.#open.sceneNow, object) ?? null,
    }));
  });

  foldGroup(event: MouseEvent, label: string): void {
    event.stopPropagation();
    this.state.toggleGroup(label);
  }
  fold(event: MouseEvent): void {
    event.stopPropagation();
    this.state.toggleFold(this.row().id);
  }
}

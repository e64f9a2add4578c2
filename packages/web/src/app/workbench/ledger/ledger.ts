import { CdkDrag, CdkDropList, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { CdkMenuTrigger } from '@angular/cdk/menu';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideColumns3 } from '@ng-icons/lucide';
import {
  CdkFixedSizeVirtualScroll,
  CdkVirtualForOf,
  CdkVirtualScrollableElement,
  CdkVirtualScrollViewport,
} from '@angular/cdk/scrolling';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  type ElementRef,
  inject,
  Injector,
  input,
  signal,
  untracked,
  viewChild,
  viewChildren,
} from '@angular/core';
import type { TreeRow } from '@renquil/core/workbench';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { count } from '../../ui/count';
import { MenuChoice } from '../../ui/menu-choice';
import { WindowSource } from '../../ui/window-source';
import { ColumnChoice } from './column-choice';
import { ColumnEdge } from './column-edge';
import { ColumnLayout } from './column-layout';
import { slotTitles } from './ledger-columns';
import { headHeight, LedgerKeys, rowHeight } from './ledger-keys';
import { LedgerRow } from './ledger-row';
import { LedgerState } from './ledger-state';
import { RowDrag } from './row-drag';
import { SlotCells } from './slot-cells';
import { SlotHead } from './slot-head';
import { viewRow, type RowContext, type RowView } from './row-view';
import { MenuItem } from '../../ui/menu-item';
import { MenuPanel } from '../../ui/menu-panel';
import { Tip } from '../../ui/tip';
import { MenuCheck } from '../../ui/menu-check';

/** Tree and table in one: every object a line, its name taken apart into the convention's slots, its verdict at the end. */
@Component({
  selector: 'rq-ledger',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    CdkDrag,
    CdkDropList,
    CdkFixedSizeVirtualScroll,
    CdkMenuTrigger,
    CdkVirtualForOf,
    CdkVirtualScrollViewport,
    CdkVirtualScrollableElement,
    ColumnEdge,
    LedgerRow,
    MenuCheck,
    MenuChoice,
    MenuItem,
    MenuPanel,
    NgIcon,
    SlotHead,
    Tip,
  ],
  viewProviders: [provideIcons({ lucideColumns3 })],
  templateUrl: './ledger.html',
  host: { class: 'relative flex h-full min-h-0 min-w-0 flex-col bg-sheet' },
})
export class Ledger {
  readonly open = inject(OpenScene);
  readonly state = inject(LedgerState);
  readonly #analysis = inject(Analysis);
  readonly #injector = inject(Injector);
  readonly drag = new RowDrag();
  readonly cells = inject(SlotCells);
  readonly keys = new LedgerKeys(this);
  /** Slot columns, or what Arrange wants to see instead. */
  readonly columns = input<'slots' | 'tree'>('slots');
  readonly viewport = viewChild.required(CdkVirtualScrollViewport);
  readonly columnTrigger = viewChild<CdkMenuTrigger>('columnTrigger');
  readonly heads = viewChildren(SlotHead);
  /** Which rows are on the page. */
  readonly #shown = signal({ start: 0, end: 0 });
  /** The cell the keys are in, when it is on the page. */
  readonly activeCell = computed(() => {
    const { active } = this.state.picking();
    if (active === null) return null;
    const at = this.state.rows().indexOf(active);
    const { start, end } = this.#shown();
    if (at < start || at >= end) return null;
    const cell = this.columns() === 'slots' ? this.state.cell() : null;
    return `cell-${active}-${cell ?? 'name'}`;
  });
  readonly sorts = computed(() => [
    { key: 'name', title: 'Name' },
    ...this.choice.chosen().map(({ key, title }) => ({ key, title })),
  ]);
  readonly grid = viewChild.required<ElementRef<HTMLElement>>('grid');

  readonly slots = computed(() => [...this.open.held().slots.keys()]);
  readonly titles = computed(() => this.slots().map((slot) => slotTitles[slot] ?? slot));
  readonly source = new WindowSource<TreeRow>(this.state.rows);
  readonly choice = inject(ColumnChoice);
  readonly layout = new ColumnLayout(this);
  readonly template = this.layout.template;
  readonly total = computed(() => {
    const all = this.open.scene.size;
    return this.state.matches() ? `${count(this.state.shownCount())} of ${count(all)}` : count(all);
  });
  readonly context = computed<RowContext>(() => {
    this.#analysis.version();
    return {
      scene: this.open.scene,
      convention: this.open.convention,
      reader: this.open.reader(),
      analysis: this.#analysis,
      home: this.open.home(),
      preview: this.state.preview(),
      slots: this.slots(),
      about: this.columns() === 'slots' ? 'all' : 'tree',
    };
  });
  readonly view = (row: TreeRow): RowView => viewRow(row, this.context());
  readonly trackRow = (_: number, row: TreeRow): number => row.id;

  constructor() {
    const destroyed = inject(DestroyRef);
    afterNextRender(() => {
      const ranges = this.viewport().renderedRangeStream.subscribe((range) => this.#shown.set(range));
      destroyed.onDestroy(() => ranges.unsubscribe());
    });
    effect(() => this.state.sorts.set(this.columns() === 'tree'));
    effect(() => this.drag.ontoOnly.set(this.state.sorted() !== null));
    effect(() => {
      const wanted = this.state.reveal();
      if (wanted)
        untracked(() =>
          afterNextRender(() => requestAnimationFrame(() => this.#scrollTo(wanted.id)), {
            injector: this.#injector,
          }),
        );
    });
    // Back from editing a name, the keys belong to the rows again.
    let wasEditing = false;
    effect(() => {
      const editing = this.state.editing() !== null;
      if (wasEditing && !editing) this.focus();
      wasEditing = editing;
    });
  }
  order(event: CdkDragDrop<unknown>): void {
    this.choice.move(event.previousIndex, event.currentIndex);
  }
  widen(event: Event, column: string, by: number): void {
    event.preventDefault();
    event.stopPropagation();
    this.layout.change(column, by);
  }
  sortedBy(key: string): 'ascending' | 'descending' | 'none' {
    const sort = this.choice.sort();
    return sort?.key !== key ? 'none' : sort.down ? 'descending' : 'ascending';
  }
  focus(): void {
    this.grid().nativeElement.focus({ preventScroll: true });
  }
  /** After a closed menu has given the focus back to its button. */
  focusSoon(): void {
    setTimeout(() => this.focus());
  }
  click(event: MouseEvent, row: TreeRow): void {
    const cell = (event.target as HTMLElement).closest('[data-slot]')?.getAttribute('data-slot') ?? null;
    this.state.cell.set(this.columns() === 'slots' ? cell : null);
    if (event.ctrlKey || event.metaKey) this.state.pick(row.id, 'toggle');
    else this.state.pick(row.id, event.shiftKey ? 'range' : 'only');
    if (this.state.editing() !== row.id) this.focus();
  }
  startEditing(): void {
    const { active } = this.state.picking();
    if (active !== null && this.open.mayEdit()) this.state.editCell(null);
  }
  #scrollTo(id: number): void {
    const at = this.state.rows().indexOf(id);
    if (at < 0) return;
    this.viewport().checkViewportSize();
    const grid = this.grid().nativeElement;
    // The head stays in view and covers as much.
    const [top, size] = [grid.scrollTop, grid.clientHeight - headHeight];
    const y = at * rowHeight;
    if (y >= top && y + rowHeight <= top + size) return;
    grid.scrollTop = Math.max(0, y < top && top - y < 60 ? y : y - size / 2 + rowHeight / 2);
  }
}

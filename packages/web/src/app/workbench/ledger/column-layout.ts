import { computed, DestroyRef, effect, inject, signal, untracked } from '@angular/core';
import { OpenScene } from '../../state/open-scene';
import { layColumns, widest, type ColumnFits, type TextMeasure } from './column-fit';
import { ColumnWidths } from './column-widths';
import type { Ledger } from './ledger';
import { fitRows, slotColumns, textMeasure, treeFits } from './ledger-columns';

/** Before anything is measured. */
const blank: ColumnFits = { name: 260, indent: 0, cells: [], titles: [], verdict: 120 };
/** How long after a change the columns are measured again, milliseconds. */
const rest = 150;

/** The tracks of a ledger: from what stands in its rows, from widths somebody dragged, and from the room there is. */
export class ColumnLayout {
  readonly #open = inject(OpenScene);
  readonly #widths = inject(ColumnWidths);
  readonly #room = signal(900);
  readonly #fits = signal<ColumnFits>(blank);
  #measure: TextMeasure | null = null;
  #of = '';
  readonly #columns = computed(() =>
    this.ledger.columns() === 'slots'
      ? slotColumns(this.ledger.slots())
      : treeFits(this.ledger.choice.chosen()),
  );
  readonly template = computed(() => {
    const columns = this.#columns();
    const view = this.ledger.columns();
    const fits = this.#fits();
    const cells = columns.map((_, i) => fits.cells[i] ?? 60);
    const titles = columns.map((_, i) => fits.titles[i] ?? 60);
    const own = {
      name: this.#widths.own(view, 'name'),
      cells: columns.map(({ key }) => this.#widths.own(view, key)),
    };
    return layColumns({ ...fits, cells, titles }, own, this.#room());
  });

  constructor(readonly ledger: Ledger) {
    let timer: ReturnType<typeof setTimeout> | undefined;
    effect((onCleanup) => {
      const of = `${this.#open.info()?.scene.id} ${this.#columns()
        .map(({ key }) => key)
        .join(' ')}`;
      ledger.state.rows();
      ledger.context();
      clearTimeout(timer);
      // Other columns are laid out at once; texts that change under ones hands, when they rest.
      if (of !== this.#of) untracked(() => this.#fit(of));
      else timer = setTimeout(() => untracked(() => this.#fit(of)), rest);
      onCleanup(() => clearTimeout(timer));
    });
    const sizes = new ResizeObserver(() => this.#room.set(ledger.grid().nativeElement.clientWidth));
    let watched: HTMLElement | null = null;
    effect(() => {
      const grid = ledger.grid().nativeElement;
      if (watched !== grid) sizes.observe((watched = grid));
    });
    inject(DestroyRef).onDestroy(() => sizes.disconnect());
  }
  /** Wider or narrower by keys, pixels. */
  change(column: string, by: number): void {
    const view = this.ledger.columns();
    const at = this.#columns().findIndex(({ key }) => key === column);
    const now = this.#widths.own(view, column) ?? this.#fits().cells[at] ?? 70;
    this.#widths.set(view, column, now + by);
  }
  fit(column?: string): void {
    this.#widths.fit(this.ledger.columns(), column);
    untracked(() => this.#fit(''));
  }
  #fit(of: string): void {
    const { ledger } = this;
    this.#measure ??= textMeasure(ledger.grid().nativeElement);
    const tree = ledger.columns() === 'tree' ? ledger.choice.chosen() : null;
    const fits = fitRows(
      ledger.state.rows(),
      { columns: this.#columns(), tree },
      { scene: ledger.context().scene, view: ledger.view },
      this.#measure,
    );
    this.#fits.update((before) => (of === this.#of ? widest(before, fits) : fits));
    this.#of = of || this.#of;
  }
}

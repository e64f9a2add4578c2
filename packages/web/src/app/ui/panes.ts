import { Directive, inject, input } from '@angular/core';
import { outputToObservable, takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { SplitComponent, type SplitAreaSize } from 'angular-split';
import { PaneSizes } from './pane-sizes';

/**
 * Panes beside or above each other, whose sizes somebody dragged are remembered in this browser under a name:
 * `<as-split rqPanes="check" [of]="[38, 62]" #panes="panes">`, and `panes.size(0)` for each of its areas.
 */
@Directive({ selector: 'as-split[rqPanes]', exportAs: 'panes' })
export class Panes {
  /** What their sizes are kept under. */
  readonly rqPanes = input.required<string>();
  /** The shares they begin with, in percent. */
  readonly of = input.required<readonly number[]>();
  readonly #kept = inject(PaneSizes);

  constructor() {
    outputToObservable(inject(SplitComponent).dragEnd)
      .pipe(takeUntilDestroyed())
      .subscribe(({ sizes }) => this.#kept.keep(this.rqPanes(), sizes));
  }
  /** The share of an area, in percent. */
  size(index: number): SplitAreaSize {
    return this.#kept.of(this.rqPanes(), this.of())[index]!;
  }
}

import { ChangeDetectionStrategy, Component, inject, viewChild } from '@angular/core';
import { SplitAreaComponent, SplitComponent } from 'angular-split';
import { afterPaint } from '../../ui/after-paint';
import { PaneSizes } from '../../ui/pane-sizes';
import { Ledger } from '../ledger/ledger';
import { Viewport } from '../viewport/viewport';
import { Bench } from './bench';
import { BenchState } from './bench-state';
import { ProposePanel } from './propose-panel';
import { ProposeState } from './propose-state';
import { Tray } from './tray';

/** The step in which names are put right. */
@Component({
  selector: 'rq-name-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SplitComponent, SplitAreaComponent, Ledger, Viewport, Bench, ProposePanel, Tray],
  template: `
    <as-split
      class="min-h-0 flex-1"
      direction="horizontal"
      [gutterSize]="3"
      gutterAriaLabel="Width of the ledger"
      (dragEnd)="sizes.keep('name', $event.sizes)"
    >
      <as-split-area [size]="sizes.of('name', [66.5, 33.5])[0]" [minSize]="35"><rq-ledger /></as-split-area>
      <as-split-area [size]="sizes.of('name', [66.5, 33.5])[1]" [minSize]="18">
        <as-split
          direction="vertical"
          [gutterSize]="3"
          gutterAriaLabel="Height of the 3D view"
          (dragEnd)="sizes.keep('name-right', $event.sizes)"
        >
          <as-split-area [size]="bench.shown() ? sizes.of('name-right', [44, 56])[0] : 100" [minSize]="15"
            ><rq-viewport
          /></as-split-area>
          <as-split-area
            [size]="sizes.of('name-right', [44, 56])[1]"
            [visible]="bench.shown()"
            [minSize]="15"
          >
            @if (!beside()) {
              <!-- A moment later. -->
            } @else if (propose.on()) {
              <rq-propose-panel />
            } @else {
              <rq-bench />
            }
          </as-split-area>
        </as-split>
      </as-split-area>
    </as-split>
    @if (bench.shown()) {
      <rq-tray />
    }
  `,
  host: { class: 'flex min-h-0 flex-1 flex-col' },
})
export class NameStep {
  readonly bench = inject(BenchState);
  readonly propose = inject(ProposeState);
  readonly sizes = inject(PaneSizes);
  /** The ledger and the view come first. */
  readonly beside = afterPaint();
  readonly ledger = viewChild.required(Ledger);
}

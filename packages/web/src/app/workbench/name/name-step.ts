import { ChangeDetectionStrategy, Component, inject, viewChild } from '@angular/core';
import { SplitAreaComponent, SplitComponent } from 'angular-split';
import { afterPaint } from '../../ui/after-paint';
import { Panes } from '../../ui/panes';
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
  imports: [Panes, SplitComponent, SplitAreaComponent, Ledger, Viewport, Bench, ProposePanel, Tray],
  template: `
    <as-split
      #across="panes"
      rqPanes="name"
      [of]="[66.5, 33.5]"
      class="min-h-0 flex-1"
      direction="horizontal"
      gutterAriaLabel="Width of the ledger"
    >
      <as-split-area [size]="across.size(0)" [minSize]="35"><rq-ledger /></as-split-area>
      <as-split-area [size]="across.size(1)" [minSize]="18">
        <as-split
          #right="panes"
          rqPanes="name-right"
          [of]="[44, 56]"
          direction="vertical"
          gutterAriaLabel="Height of the 3D view"
        >
          <as-split-area [size]="bench.shown() ? right.size(0) : 100" [minSize]="15"
            ><rq-viewport
          /></as-split-area>
          <as-split-area [size]="right.size(1)" [visible]="bench.shown()" [minSize]="15">
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
  /** The ledger and the view come first. */
  readonly beside = afterPaint();
  readonly ledger = viewChild.required(Ledger);
}

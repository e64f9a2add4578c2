import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { SplitAreaComponent, SplitComponent } from 'angular-split';
import { afterPaint } from '../../ui/after-paint';
import { Panes } from '../../ui/panes';
import { Viewport } from '../viewport/viewport';
import { FindingCard } from './finding-card';
import { FixPanel } from './fix-panel';
import { FixPreview } from './fix-preview';
import { FindingsList } from './findings-list';

/** The step in which findings are walked through. */
@Component({
  selector: 'rq-check-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Panes, SplitComponent, SplitAreaComponent, FindingCard, FindingsList, FixPanel, Viewport],
  template: `
    <as-split
      #across="panes"
      rqPanes="check"
      [of]="[38, 62]"
      class="min-h-0 flex-1"
      direction="horizontal"
      gutterAriaLabel="Width of the findings"
    >
      <as-split-area [size]="across.size(0)" [minSize]="22">
        @if (list()) {
          <rq-findings-list />
        }
      </as-split-area>
      <as-split-area [size]="across.size(1)" [minSize]="30">
        <as-split
          #right="panes"
          rqPanes="check-right"
          [of]="[58, 42]"
          direction="vertical"
          gutterAriaLabel="Height of the 3D view"
        >
          <as-split-area [size]="right.size(0)" [minSize]="15"><rq-viewport /></as-split-area>
          <as-split-area [size]="right.size(1)" [minSize]="15">
            @if (fixes.asked()) {
              <rq-fix-panel />
            } @else {
              <rq-finding-card />
            }
          </as-split-area>
        </as-split>
      </as-split-area>
    </as-split>
  `,
  host: { class: 'flex min-h-0 flex-1 flex-col' },
})
export class CheckStep {
  /** All findings are walked through for it: the step itself answers at once. */
  readonly list = afterPaint();
  readonly fixes = inject(FixPreview);
}

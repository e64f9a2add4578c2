import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { SplitAreaComponent, SplitComponent } from 'angular-split';
import { afterPaint } from '../../ui/after-paint';
import { PaneSizes } from '../../ui/pane-sizes';
import { Viewport } from '../viewport/viewport';
import { FindingCard } from './finding-card';
import { FindingsList } from './findings-list';

/** The step in which findings are walked through. */
@Component({
  selector: 'rq-check-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [SplitComponent, SplitAreaComponent, FindingCard, FindingsList, Viewport],
  template: `
    <as-split
      class="min-h-0 flex-1"
      direction="horizontal"
      [gutterSize]="3"
      gutterAriaLabel="Width of the findings"
      (dragEnd)="sizes.keep('check', $event.sizes)"
    >
      <as-split-area [size]="sizes.of('check', [38, 62])[0]" [minSize]="22">
        @if (list()) {
          <rq-findings-list />
        }
      </as-split-area>
      <as-split-area [size]="sizes.of('check', [38, 62])[1]" [minSize]="30">
        <as-split
          direction="vertical"
          [gutterSize]="3"
          gutterAriaLabel="Height of the 3D view"
          (dragEnd)="sizes.keep('check-right', $event.sizes)"
        >
          <as-split-area [size]="sizes.of('check-right', [58, 42])[0]" [minSize]="15"
            ><rq-viewport
          /></as-split-area>
          <as-split-area [size]="sizes.of('check-right', [58, 42])[1]" [minSize]="15"
            ><rq-finding-card
          /></as-split-area>
        </as-split>
      </as-split-area>
    </as-split>
  `,
  host: { class: 'flex min-h-0 flex-1 flex-col' },
})
export class CheckStep {
  readonly sizes = inject(PaneSizes);
  /** All findings are walked through for it: the step itself answers at once. */
  readonly list = afterPaint();
}

import { Component, inject } from '@angular/core';
import { SplitAreaComponent, SplitComponent } from 'angular-split';
import { PaneSizes } from '../../ui/pane-sizes';
import { Inspector } from '../inspector/inspector';
import { Ledger } from '../ledger/ledger';
import { Viewport } from '../viewport/viewport';

@Component({
  selector: 'rq-arrange-step',
  imports: [SplitComponent, SplitAreaComponent, Inspector, Ledger, Viewport],
  template: `
    <as-split
      class="min-h-0 flex-1"
      direction="horizontal"
      [gutterSize]="3"
      gutterAriaLabel="Width of the ledger"
      (dragEnd)="sizes.keep('arrange', $event.sizes)"
    >
      <as-split-area [size]="sizes.of('arrange', [54, 46])[0]" [minSize]="30"
        ><rq-ledger columns="tree"
      /></as-split-area>
      <as-split-area [size]="sizes.of('arrange', [54, 46])[1]" [minSize]="20">
        <as-split
          direction="vertical"
          [gutterSize]="3"
          gutterAriaLabel="Height of the 3D view"
          (dragEnd)="sizes.keep('arrange-right', $event.sizes)"
        >
          <as-split-area [size]="sizes.of('arrange-right', [64, 36])[0]" [minSize]="15"
            ><rq-viewport
          /></as-split-area>
          <as-split-area [size]="sizes.of('arrange-right', [64, 36])[1]" [minSize]="15"
            ><rq-inspector
          /></as-split-area>
        </as-split>
      </as-split-area>
    </as-split>
  `,
  host: { class: 'flex min-h-0 flex-1 flex-col' },
})
export class ArrangeStep {
  readonly sizes = inject(PaneSizes);
}

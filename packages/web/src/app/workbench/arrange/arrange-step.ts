import { Component, inject } from '@angular/core';
import { SplitAreaComponent, SplitComponent } from 'angular-split';
import { PaneSizes } from '../../ui/pane-sizes';
import { Inspector } from '../inspector/inspector';
import { Ledger } from '../ledger/ledger';
import { Lineage } from '../lineage/lineage';
import { Viewport } from '../viewport/viewport';
import { SidePanel } from './side-panel';

/** Layers and kinds at the left, ledger over lineage map in the middle, 3D view over numbers at the right. */
@Component({
  selector: 'rq-arrange-step',
  imports: [SplitComponent, SplitAreaComponent, Inspector, Ledger, Lineage, SidePanel, Viewport],
  templateUrl: './arrange-step.html',
  host: { class: 'flex min-h-0 flex-1 flex-col' },
})
export class ArrangeStep {
  readonly sizes = inject(PaneSizes);
}

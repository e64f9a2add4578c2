import { ChangeDetectionStrategy, Component } from '@angular/core';
import { SplitAreaComponent, SplitComponent } from 'angular-split';
import { afterPaint } from '../../ui/after-paint';
import { Panes } from '../../ui/panes';
import { Inspector } from '../inspector/inspector';
import { Ledger } from '../ledger/ledger';
import { Lineage } from '../lineage/lineage';
import { Viewport } from '../viewport/viewport';
import { SidePanel } from './side-panel';

/** Layers and kinds at the left, ledger over lineage map in the middle, 3D view over numbers at the right. */
@Component({
  selector: 'rq-arrange-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Panes, SplitComponent, SplitAreaComponent, Inspector, Ledger, Lineage, SidePanel, Viewport],
  templateUrl: './arrange-step.html',
  host: { class: 'flex min-h-0 flex-1 flex-col' },
})
export class ArrangeStep {
  /** The ledger and the view come first; what stands beside them a moment later, so that the step answers at once. */
  readonly side = afterPaint();
  readonly inspector = afterPaint(1);
  readonly lineage = afterPaint(2);
}

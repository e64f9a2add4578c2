import { Component, inject, input, output } from '@angular/core';
import { NgIcon, provideIcons } from '@ng-icons/core';
import { lucideListTree, lucideSave, lucideTextCursorInput } from '@ng-icons/lucide';
import { kinds, type Kind, type Severity } from '@renquil/core';
import { OpenScene } from '../state/open-scene';
import { CountPipe } from '../ui/count';
import { SeverityMark } from '../ui/severity-mark';
import { ArrangeTools } from './arrange/arrange-tools';
import { FindingsState } from './check/findings-state';
import { LedgerState } from './ledger/ledger-state';
import { BenchState } from './name/bench-state';
import { QueryField } from './query-field';
import type { StepName } from './steps';

/** The tools of the step one is at. */
@Component({
  selector: 'rq-tool-row',
  imports: [ArrangeTools, CountPipe, NgIcon, QueryField, SeverityMark],
  viewProviders: [provideIcons({ lucideListTree, lucideSave, lucideTextCursorInput })],
  templateUrl: './tool-row.html',
  host: {
    class:
      'flex min-h-[42px] shrink-0 flex-wrap items-center gap-2.5 border-b border-line bg-page px-3.5 py-1.5',
    role: 'toolbar',
    'aria-label': 'Tools of this step',
  },
})
export class ToolRow {
  readonly open = inject(OpenScene);
  readonly ledger = inject(LedgerState);
  readonly bench = inject(BenchState);
  readonly findings = inject(FindingsState);
  readonly step = input.required<StepName>();
  readonly save = output();
  readonly kinds = kinds;
  readonly slots = [...this.open.convention.slots.keys()];
  readonly severities: readonly (Severity | 'all')[] = ['all', 'blocker', 'warning', 'note'];

  setKind(kind: string): void {
    this.ledger.kind.set(kind as Kind | '');
  }
}

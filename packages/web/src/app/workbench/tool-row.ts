import { ChangeDetectionStrategy, Component, computed, inject, input, output } from '@angular/core';
import { RouterLink } from '@angular/router';
import { NgIcon, provideIcons } from '@ng-icons/core';
import {
  lucideAsterisk,
  lucideListTree,
  lucideSave,
  lucideTags,
  lucideTextCursorInput,
} from '@ng-icons/lucide';
import type { Severity } from '@renquil/core/checks';
import { kinds, type Kind } from '@renquil/core/scene';
import { OpenScene } from '../state/open-scene';
import { CountPipe } from '../ui/count';
import { SeverityMark } from '../ui/severity-mark';
import { ArrangeTools } from './arrange/arrange-tools';
import { FindingsState } from './check/findings-state';
import { LedgerState } from './ledger/ledger-state';
import { BenchState } from './name/bench-state';
import { ProposeState } from './name/propose-state';
import { QueryField } from './query-field';
import type { StepName } from './steps';
import { Tip } from '../ui/tip';
import { SlotColourPipe } from '../ui/slot-colour';

/** The tools of the step one is at. */
@Component({
  selector: 'rq-tool-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ArrangeTools, CountPipe, NgIcon, QueryField, RouterLink, SeverityMark, SlotColourPipe, Tip],
  viewProviders: [
    provideIcons({ lucideAsterisk, lucideListTree, lucideSave, lucideTags, lucideTextCursorInput }),
  ],
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
  readonly propose = inject(ProposeState);
  readonly step = input.required<StepName>();
  readonly save = output();
  readonly others = output();
  readonly kinds = kinds;
  readonly slots = computed(() => [...this.open.held().slots.keys()]);
  readonly heldTo = computed(() => {
    const held = this.open.info()?.convention;
    return held ? `${held.name}, ${held.id === null ? 'shipped' : `rev ${held.revision}`}` : '';
  });
  readonly severities: readonly (Severity | 'all')[] = ['all', 'blocker', 'warning', 'note'];

  setKind(kind: string): void {
    this.ledger.kind.set(kind as Kind | '');
  }
}

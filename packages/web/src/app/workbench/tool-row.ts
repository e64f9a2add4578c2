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
import { families, type Severity } from '@renquil/core/checks';
import { kinds, type Kind } from '@renquil/core/scene';
import { OpenScene } from '../state/open-scene';
import { CountPipe } from '../ui/count';
import { SeverityMark } from '../ui/severity-mark';
import { ArrangeTools } from './arrange/arrange-tools';
import { groupings } from './check/finding-groups';
import { FindingsState } from './check/findings-state';
import { LedgerState } from './ledger/ledger-state';
import { BenchState } from './name/bench-state';
import { ProposeState } from './name/propose-state';
import { QueryField } from './query-field';
import type { StepName } from './steps';
import { Tick } from '../ui/tick';
import { LoadState } from '../ui/load-state';
import { Tip } from '../ui/tip';
import { VersionPipe } from '../ui/version';
import { SlotColourPipe } from '../ui/slot-colour';

/** So many versions are offered; any can be asked for by the filter. */
const mostVersions = 100;

/** The tools of the step one is at. */
@Component({
  selector: 'rq-tool-row',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    ArrangeTools,
    CountPipe,
    LoadState,
    NgIcon,
    QueryField,
    RouterLink,
    SeverityMark,
    SlotColourPipe,
    Tick,
    Tip,
    VersionPipe,
  ],
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
  /** Those that findings can be compared with, the newest first. */
  readonly versions = computed(() => {
    const newest = this.open.info()?.scene.version ?? 0;
    return Array.from({ length: Math.min(newest, mostVersions) }, (_, i) => newest - i);
  });
  readonly groupings = groupings;
  readonly families = families;
  readonly severities: readonly (Severity | 'all')[] = ['all', 'blocker', 'warning', 'note'];

  compareWith(version: string): void {
    this.findings.since.version.set(version ? Number(version) : null);
    if (!version) this.findings.onlyNew.set(false);
  }
  setKind(kind: string): void {
    this.ledger.kind.set(kind as Kind | '');
  }
}

import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import type { ObjectId } from '@renquil/core/scene';
import { ownFormatOf, stuckNames } from '@renquil/formats';
import type { GateLine } from '@renquil/core/workbench';
import { Analysis } from '../../state/analysis';
import { Commands } from '../../state/commands';
import { OpenScene } from '../../state/open-scene';
import { AgoPipe } from '../../ui/ago';
import { LoadState } from '../../ui/load-state';
import { BytesPipe } from '../../ui/bytes';
import { CountPipe } from '../../ui/count';
import { SeverityMark } from '../../ui/severity-mark';
import { FindingsState } from '../check/findings-state';
import { LedgerState } from '../ledger/ledger-state';
import { ChangeListCard } from './change-list-card';
import { GoesPane } from './goes-pane';
import { HandoffState } from './handoff-state';
import { Tip } from '../../ui/tip';
import { ReceiverCard } from './receiver-card';
import { SinceBefore } from './since-before';
import { ReceiverState } from './receiver-state';

/** The gate, what goes and what stays home, and the package with its read-back. */
@Component({
  selector: 'rq-handoff-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [
    AgoPipe,
    BytesPipe,
    ChangeListCard,
    CountPipe,
    GoesPane,
    LoadState,
    ReceiverCard,
    SeverityMark,
    SinceBefore,
    Tip,
  ],
  providers: [HandoffState, ReceiverState],
  templateUrl: './handoff-step.html',
  host: { class: 'flex min-h-0 flex-1' },
})
export class HandoffStep {
  readonly open = inject(OpenScene);
  readonly analysis = inject(Analysis);
  readonly state = inject(HandoffState);
  readonly #findings = inject(FindingsState);
  readonly #ledger = inject(LedgerState);
  readonly #router = inject(Router);
  readonly reason = signal('');
  /** Names that the file cannot hold that the scene came in; null: it is glTF, and holds all. */
  readonly stuck = computed(() => {
    const own = this.own();
    return own && stuckNames(own.kind, this.open.scene);
  });
  readonly isLead = computed(() => this.open.info()?.role === 'lead');
  readonly latest = computed(() => this.state.handoffs()?.[0] ?? null);
  /** The package is of the scene as it is now. */
  readonly fresh = computed(() => this.latest()?.revision === this.open.revision());
  /** What holds it up stands first. */
  readonly lines = computed(() => {
    const rank = { blocker: 0, warning: 1, note: 2 };
    const weight = (line: GateLine): number => (line.wrong ? rank[line.severity] : 3);
    return (this.analysis.gate()?.lines ?? [])
      .filter(({ wrong, waived }) => wrong > 0 || (waived ?? 0) > 0)
      .sort((a, b) => weight(a) - weight(b));
  });
  readonly fine = computed(() =>
    (this.analysis.gate()?.lines ?? []).filter(({ wrong, waived }) => !wrong && !waived),
  );
  /** Of a file that is no glTF and takes the scene back; empty: it is glTF. */
  readonly own = computed(() => ownFormatOf(this.open.info()?.scene.sourceName ?? ''));
  readonly showsFine = signal(false);
  /** What goes and what stays is looked at, in place of the gate. */
  readonly looking = signal(false);
  readonly stays = computed(() => Object.entries(this.analysis.gate()?.stays.byWhy ?? {}));
  readonly needsReason = computed(() => !(this.analysis.gate()?.passes ?? true));
  readonly mayHandOff = computed(
    () =>
      this.open.mayEdit() &&
      !this.state.working() &&
      this.analysis.gate() !== null &&
      (!this.needsReason() || (this.isLead() && this.reason().trim().length > 2)),
  );

  constructor() {
    const remove = inject(Commands).add(() => [
      {
        id: 'hand-off-now',
        title: 'Hand off: pack and read back',
        off: () => !this.mayHandOff(),
        run: () => this.go(),
      },
      {
        id: 'goes-and-stays',
        title: 'Look at what goes and what stays home',
        run: () => this.looking.set(true),
      },
      { id: 'work-copy', title: 'Download a work copy', run: () => void this.state.workCopy() },
    ]);
    inject(DestroyRef).onDestroy(remove);
  }
  readonly encode = encodeURIComponent;
  nameOf(id: ObjectId): string {
    return this.open.scene.find(id)?.name ?? '';
  }
  /** To the object: in Check when a check speaks of it, else where names are. */
  goTo(line: GateLine, object: ObjectId): void {
    const info = this.open.info();
    if (!info || !this.open.scene.find(object)) return;
    const isCheck = this.#findings.checkOf(line.check) !== undefined;
    if (isCheck) this.#findings.current.set({ object, check: line.check });
    this.#ledger.show(object);
    void this.#router.navigate(['/scenes', info.scene.id, isCheck ? 'check' : 'name']);
  }
  go(): void {
    void this.state.handOff(this.needsReason() ? this.reason().trim() : null);
  }
}

import { Component, computed, inject, signal } from '@angular/core';
import { Analysis } from '../../state/analysis';
import { OpenScene } from '../../state/open-scene';
import { AgoPipe } from '../../ui/ago';
import { BytesPipe } from '../../ui/bytes';
import { CountPipe } from '../../ui/count';
import { SeverityMark } from '../../ui/severity-mark';
import { HandoffState } from './handoff-state';

/** The gate, what goes and what stays home, and the package with its read-back. */
@Component({
  selector: 'rq-handoff-step',
  imports: [AgoPipe, BytesPipe, CountPipe, SeverityMark],
  providers: [HandoffState],
  templateUrl: './handoff-step.html',
  host: { class: 'flex min-h-0 flex-1' },
})
export class HandoffStep {
  readonly open = inject(OpenScene);
  readonly analysis = inject(Analysis);
  readonly state = inject(HandoffState);
  readonly reason = signal('');
  readonly isLead = computed(() => this.open.info()?.role === 'lead');
  readonly latest = computed(() => this.state.handoffs()?.[0] ?? null);
  /** The package is of the scene as it is now. */
  readonly fresh = computed(() => this.latest()?.revision === this.open.revision());
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
    void this.state.load();
  }
  readonly encode = encodeURIComponent;
  go(): void {
    void this.state.handOff(this.needsReason() ? this.reason().trim() : null);
  }
}

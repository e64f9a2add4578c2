import { Dialog } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject } from '@angular/core';
import { sayArrived } from '@renquil/api/say-arrived';
import { Commands } from '../../state/commands';
import { OpenScene } from '../../state/open-scene';
import { AgoPipe } from '../../ui/ago';
import { CountPipe } from '../../ui/count';
import { LoadState } from '../../ui/load-state';
import { SeverityMark } from '../../ui/severity-mark';
import { ReceiptSheet, type ReceiptSheetData } from './receipt-sheet';
import { ReceiverState } from './receiver-state';

/** Who the package goes to, where it stands on its way, and what came back. */
@Component({
  selector: 'rq-receiver-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, CountPipe, LoadState, SeverityMark],
  templateUrl: './receiver-card.html',
  host: { class: 'block' },
})
export class ReceiverCard {
  readonly state = inject(ReceiverState);
  readonly open = inject(OpenScene);
  readonly #dialog = inject(Dialog);
  readonly sayArrived = sayArrived;
  readonly isBusy = computed(() => (this.state.delivery()?.job ?? null) !== null);
  readonly maySend = computed(
    () =>
      this.open.mayEdit() &&
      this.state.latest() !== null &&
      this.state.title() !== null &&
      !this.isBusy() &&
      !this.state.asking(),
  );
  /** What the button does now. */
  readonly sends = computed(() => {
    const delivery = this.state.delivery();
    if (!delivery) return 'Send';
    return delivery.answer ? 'Ask again' : 'Send again';
  });
  readonly share = computed(() => {
    const job = this.state.job();
    return job?.total ? Math.floor((100 * job.done) / job.total) : null;
  });

  constructor() {
    const remove = inject(Commands).add(() => [
      {
        id: 'send-package',
        title: `${this.sends()}: the package to ${this.state.title() ?? 'a receiver'}`,
        off: () => !this.maySend(),
        run: () => void this.state.send(),
      },
      {
        id: 'look-at-receipt',
        title: 'Look at what the receiver changed',
        off: () => !this.state.answered()?.delivery.answer?.changed,
        run: () => this.look(),
      },
    ]);
    inject(DestroyRef).onDestroy(remove);
  }
  look(): void {
    const at = this.state.answered();
    if (!at) return;
    const data: ReceiptSheetData = { made: at.made, receiver: at.delivery.receiver, state: this.state };
    this.#dialog.open(ReceiptSheet, { data, ariaLabel: `What ${at.delivery.receiver} changed` });
  }
}

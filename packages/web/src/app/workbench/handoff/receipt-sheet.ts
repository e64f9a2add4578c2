import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import type { Decision, HandoffInfo } from '@renquil/api';
import type { HeardChange } from '@renquil/core/targets';
import { Api } from '../../state/api';
import { ToastList } from '../../state/toast-list';
import { AgoPipe } from '../../ui/ago';
import { count, CountPipe } from '../../ui/count';
import { Doing } from '../../ui/doing';
import { LoadState } from '../../ui/load-state';
import { Sheet, SheetFoot } from '../../ui/sheet';
import { Tick } from '../../ui/tick';
import { TickSet } from '../../ui/tick-set';
import { Tip } from '../../ui/tip';
import type { ReceiverState } from './receiver-state';

/** What the sheet is opened with. */
export interface ReceiptSheetData {
  readonly made: HandoffInfo;
  readonly receiver: string;
  readonly state: ReceiverState;
}
const words: Record<Decision['what'], string> = {
  kept: 'our name is kept',
  taken: 'theirs was taken over',
  told: 'the target was told',
};

/** What a receiver changed, object by object, and what to make of it. */
@Component({
  selector: 'rq-receipt-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, CountPipe, LoadState, ScrollingModule, Sheet, SheetFoot, Tick, Tip],
  templateUrl: './receipt-sheet.html',
})
export class ReceiptSheet {
  readonly ref = inject(DialogRef);
  readonly data = inject<ReceiptSheetData>(DIALOG_DATA);
  readonly #api = inject(Api);
  readonly #toasts = inject(ToastList);
  readonly open = this.data.state.open;
  readonly doing = new Doing();
  readonly words = words;
  readonly read = rxResource({
    stream: () => this.#api.receipts(this.data.made.id, this.data.receiver),
  });
  readonly last = computed(() => (this.read.hasValue() ? this.read.value().last : null));
  readonly changes = computed<readonly HeardChange[]>(() => this.last()?.receipt.differences ?? []);
  /** So many lines stand without scrolling. */
  readonly lines = computed(() => Math.min(8, Math.max(1, this.changes().length)));
  readonly decided = computed(
    () => new Map((this.read.hasValue() ? this.read.value().decisions : []).map((one) => [one.object, one])),
  );
  /** None ticked: all that nobody has settled. */
  readonly ticked = new TickSet<number>();
  readonly meant = computed(() => {
    const ticked = this.ticked.all();
    return this.changes().filter(({ object }) =>
      ticked.size ? ticked.has(object) : !this.decided().has(object),
    );
  });
  /** Of those meant, whose name there can be a name here. */
  readonly takeable = computed(
    () =>
      this.meant().filter(({ object, arrived }) => arrived !== null && this.open.scene.find(object)).length,
  );
  readonly isLead = computed(() => this.open.info()?.role === 'lead');

  keyOf(_index: number, { object }: HeardChange): number {
    return object;
  }
  isHere({ object }: HeardChange): boolean {
    return this.open.scene.find(object) !== undefined;
  }
  keep(): Promise<void> {
    return this.#settle('kept', () => Promise.resolve(this.meant()));
  }
  take(): Promise<void> {
    return this.#settle('taken', () => {
      const meant = this.meant().filter(({ arrived }) => arrived !== null);
      const took = this.data.state.take(meant, this.data.receiver);
      this.#toasts.say(
        took ? `${count(took, 'name')} taken over. Undo gives ours back.` : 'They have these names already.',
      );
      return Promise.resolve(meant);
    });
  }
  tell(): Promise<void> {
    return this.#settle('told', async () => {
      const meant = this.meant();
      // All of the receipt is what the receiver is known by, settled or not: what it leaves out would count as left alone.
      const says = await this.data.state.tell(this.changes(), this.data.receiver);
      this.#toasts.say(
        says.length
          ? `The target knows from now on: ${says.join('; ')}.`
          : 'Nothing that a target could know follows from these.',
      );
      return says.length ? meant : [];
    });
  }
  async #settle(what: Decision['what'], work: () => Promise<readonly HeardChange[]>): Promise<void> {
    await this.doing.run(async () => {
      const objects = (await work()).map(({ object }) => object);
      if (!objects.length) return;
      await this.data.state.decide(this.data.made.id, this.data.receiver, objects, what);
      this.ticked.set([]);
      this.read.reload();
      this.data.state.heardNow.reload();
    });
  }
}

import { ChangeDetectionStrategy, Component, computed, inject, linkedSignal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { firstValueFrom, forkJoin } from 'rxjs';
import { Api } from '../state/api';
import type { HandoffInfo, HistoryLine, VersionInfo } from '@renquil/api';
import { OpenScene } from '../state/open-scene';
import { ToastList } from '../state/toast-list';
import { AgoPipe } from '../ui/ago';
import { CountPipe } from '../ui/count';
import { Doing } from '../ui/doing';
import { lastOf } from '../ui/last-of';
import { LoadState } from '../ui/load-state';
import { Tip } from '../ui/tip';
import { sayDelivery } from './say-delivery';

/** So many lines come at once (docs/api.md). */
const atOnce = 100;

/** Numbered versions at the left, everything that was done at the right, newest first. */
@Component({
  selector: 'rq-history-step',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, CountPipe, LoadState, Tip],
  templateUrl: './history-step.html',
  host: { class: 'grid min-h-0 flex-1 grid-cols-[1fr_1fr] gap-6 overflow-y-auto px-5.5 py-4.5' },
})
export class HistoryStep {
  readonly #api = inject(Api);
  readonly open = inject(OpenScene);
  readonly #toasts = inject(ToastList);
  readonly page = rxResource({
    params: () => ({ scene: this.open.info()!.scene.id, revision: this.open.revision() }),
    stream: ({ params: { scene } }) =>
      forkJoin({ versions: this.#api.versions(scene), lines: this.#api.history(scene) }),
  });
  readonly sent = rxResource({
    params: () => ({ scene: this.open.info()!.scene.id, tick: this.open.receiptsTick() }),
    stream: ({ params: { scene } }) => this.#api.handoffs(scene),
  });
  readonly handoffs = lastOf<readonly HandoffInfo[]>(this.sent, () => this.open.info()?.scene.id);
  readonly sayDelivery = sayDelivery;
  readonly #last = lastOf(this.page, () => this.open.info()?.scene.id);
  readonly versions = computed(() => this.#last()?.versions ?? null);
  /** What was read beyond the first page; another state of the scene begins anew. */
  readonly #older = linkedSignal<unknown, readonly HistoryLine[]>({
    source: () => this.#last(),
    computation: () => [],
  });
  readonly lines = computed(() => {
    const last = this.#last();
    return last && [...last.lines, ...this.#older()];
  });
  readonly more = linkedSignal(() => this.#last()?.lines.length === atOnce);
  readonly reading = new Doing((error) => this.#toasts.complain(error));
  readonly restoring = new Doing((error) => this.#toasts.complain(error));

  older(): void {
    const last = this.lines()?.at(-1);
    const page = this.#last();
    if (!last) return;
    void this.reading.run(
      () => this.#api.history(this.open.info()!.scene.id, last.revision),
      (older) => {
        // The scene moved on meanwhile: what is read goes on from another line now.
        if (this.#last() !== page) return;
        this.#older.update((lines) => [...lines, ...older]);
        this.more.set(older.length === atOnce);
      },
    );
  }
  /** Back to a version, as a change of its own: what came after stays in the history and can be come back to. */
  async restore(version: VersionInfo): Promise<void> {
    await this.restoring.run(
      async () => {
        await this.open.settled();
        return firstValueFrom(
          this.#api.restore(this.open.info()!.scene.id, version.number, {
            id: crypto.randomUUID(),
            base: this.open.revision(),
          }),
        );
      },
      ({ edits, revision }) => {
        if (edits.length) this.open.took(revision);
        this.#toasts.say(
          edits.length
            ? `The scene is as it was in version ${version.number}. Undo takes it back.`
            : `Nothing differs from version ${version.number}.`,
        );
      },
    );
  }
}

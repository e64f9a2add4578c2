import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { Api } from '../state/api';
import type { BinnedScene, Role } from '@renquil/api';
import { AgoPipe } from '../ui/ago';
import { CountPipe } from '../ui/count';
import { Doing } from '../ui/doing';
import { LoadState } from '../ui/load-state';
import { SureButton } from '../ui/sure-button';
import { Sheet, SheetFoot } from '../ui/sheet';

/** The project's bin: scenes come back out of it as they were; a lead empties it for good. */
@Component({
  selector: 'rq-bin-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, CountPipe, LoadState, Sheet, SheetFoot, SureButton],
  template: `
    <rq-sheet heading="The bin" [failure]="doing.failure()">
      <div
        class="min-h-16 overflow-y-auto px-4 py-2"
        tabindex="0"
        role="region"
        aria-label="Scenes in the bin"
      >
        <rq-load-state [of]="scenes" waiting="Looking into the bin" />
        @if (scenes.hasValue()) {
          <ul>
            @for (scene of scenes.value(); track scene.id) {
              <li class="flex items-center gap-3 border-b border-line py-2" data-testid="binned">
                <span class="min-w-0 flex-1">
                  <bdi class="block truncate font-mono font-bold">{{ scene.name }}</bdi>
                  <span class="text-small text-ink-2"
                    >{{ scene.objects | count: 'object' }}, put here by {{ scene.by }}
                    {{ scene.at | ago }}</span
                  >
                </span>
                @if (data.role !== 'viewer') {
                  <button type="button" class="btn" [disabled]="doing.busy()" (click)="restore(scene)">
                    Take out
                  </button>
                }
              </li>
            } @empty {
              <li class="py-3 text-ink-2">
                Nothing is in the bin. A scene that is put here leaves the library, with its history, and
                comes back whole.
              </li>
            }
          </ul>
        }
      </div>
      <rq-sheet-foot>
        @if (data.role === 'lead' && scenes.hasValue() && scenes.value().length) {
          <rq-sure-button
            [ask]="(scenes.value().length | count: 'scene') + ' with history and packages, for good?'"
            yes="Delete for good"
            [disabled]="doing.busy()"
            (sure)="empty()"
            >Empty the bin</rq-sure-button
          >
        }
        <button type="button" class="btn btn-main" (click)="ref.close(changed())">Close</button>
      </rq-sheet-foot>
    </rq-sheet>
  `,
})
export class BinSheet {
  readonly ref = inject<DialogRef<boolean>>(DialogRef);
  readonly data = inject<{ project: string; role: Role }>(DIALOG_DATA);
  readonly #api = inject(Api);
  readonly scenes = rxResource({ stream: () => this.#api.bin(this.data.project) });
  readonly doing = new Doing();
  /** The library is not what it was. */
  readonly changed = signal(false);

  async restore(scene: BinnedScene): Promise<void> {
    await this.doing.run(
      () => this.#api.restoreScene(this.data.project, scene.id),
      () => this.changed.set(true),
    );
    this.scenes.reload();
  }
  async empty(): Promise<void> {
    await this.doing.run(() => this.#api.emptyBin(this.data.project));
    this.scenes.reload();
  }
}

import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import type { BinnedScene, Role } from '@renquil/api';
import { AgoPipe } from '../ui/ago';
import { CountPipe } from '../ui/count';
import { SureButton } from '../ui/sure-button';

/** The project's bin: scenes come back out of it as they were; a lead empties it for good. */
@Component({
  selector: 'rq-bin-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AgoPipe, CountPipe, SureButton],
  template: `
    <section class="sheet flex max-h-[80vh] w-[560px] max-w-[92vw] flex-col">
      <h2 class="border-b border-line px-4 py-3 text-title font-bold">The bin</h2>
      <div
        class="min-h-16 overflow-y-auto px-4 py-2"
        tabindex="0"
        role="region"
        aria-label="Scenes in the bin"
      >
        @if (error()) {
          <p class="py-2 text-block" role="alert">{{ error() }}</p>
        }
        @if (scenes(); as all) {
          <ul>
            @for (scene of all; track scene.id) {
              <li class="flex items-center gap-3 border-b border-line py-2" data-testid="binned">
                <span class="min-w-0 flex-1">
                  <bdi class="block truncate font-mono font-bold">{{ scene.name }}</bdi>
                  <span class="text-small text-ink-2"
                    >{{ scene.objects | count: 'object' }}, put here by {{ scene.by }}
                    {{ scene.at | ago }}</span
                  >
                </span>
                @if (data.role !== 'viewer') {
                  <button type="button" class="btn" [disabled]="busy()" (click)="restore(scene)">
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
        } @else if (!error()) {
          <p class="py-3 text-ink-2" role="status">Looking into the bin</p>
        }
      </div>
      <div class="flex items-center justify-end gap-2 border-t border-line px-4 py-3">
        @if (data.role === 'lead' && scenes()?.length) {
          <rq-sure-button
            [ask]="(scenes()!.length | count: 'scene') + ' with history and packages, for good?'"
            yes="Delete for good"
            [disabled]="busy()"
            (sure)="empty()"
            >Empty the bin</rq-sure-button
          >
        }
        <button type="button" class="btn btn-main" (click)="ref.close(changed)">Close</button>
      </div>
    </section>
  `,
})
export class BinSheet {
  readonly ref = inject<DialogRef<boolean>>(DialogRef);
  readonly data = inject<{ project: string; role: Role }>(DIALOG_DATA);
  readonly #api = inject(Api);
  readonly scenes = signal<readonly BinnedScene[] | null>(null);
  readonly error = signal('');
  readonly busy = signal(false);
  /** The library is not what it was. */
  changed = false;

  constructor() {
    void this.#do(() => Promise.resolve());
  }
  restore(scene: BinnedScene): Promise<void> {
    return this.#do(async () => {
      await firstValueFrom(this.#api.restoreScene(this.data.project, scene.id));
      this.changed = true;
    });
  }
  empty(): Promise<void> {
    return this.#do(async () => {
      await firstValueFrom(this.#api.emptyBin(this.data.project));
    });
  }
  async #do(work: () => Promise<void>): Promise<void> {
    this.busy.set(true);
    this.error.set('');
    try {
      await work();
      this.scenes.set(await firstValueFrom(this.#api.bin(this.data.project)));
    } catch (error) {
      this.error.set((error as Error).message);
    }
    this.busy.set(false);
  }
}

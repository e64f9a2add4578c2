import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { firstValueFrom } from 'rxjs';
import { Api } from '../../state/api';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { LoadState } from '../../ui/load-state';
import { saveFile } from '../../ui/save-file';

/** How one state of the scene becomes another, for a script in the program that it came from. */
@Component({
  selector: 'rq-change-list-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadState],
  template: `
    <h2 class="mt-5 text-lead font-bold">Change list</h2>
    <p class="mt-1 text-ink-2">
      What became of the scene between two of its states, step by step, for a script in the program that it
      came from: renames, moves, new groups, what was taken out, layers and attributes.
    </p>
    <rq-load-state [of]="versions" />
    <div class="mt-2 flex flex-wrap items-center gap-2">
      <label class="flex items-center gap-1.5 text-ink-2"
        >Since
        <select #since class="field max-w-52" data-testid="since" (change)="from.set(+since.value)">
          @for (one of versions.value() ?? []; track one.number) {
            <option [value]="one.number" [selected]="one.number === from()">
              v{{ ('' + one.number).padStart(3, '0') }}{{ one.note ? ', ' + one.note.slice(0, 40) : '' }}
            </option>
          }
        </select>
      </label>
      <label class="flex items-center gap-1.5 text-ink-2"
        >until
        <select #until class="field max-w-52" data-testid="until" (change)="to.set(+until.value)">
          <option value="0" [selected]="to() === 0">now</option>
          @for (one of versions.value() ?? []; track one.number) {
            <option [value]="one.number" [selected]="one.number === to()">
              v{{ ('' + one.number).padStart(3, '0') }}{{ one.note ? ', ' + one.note.slice(0, 40) : '' }}
            </option>
          }
        </select>
      </label>
      @for (kind of formats; track kind) {
        <button
          type="button"
          class="btn"
          [attr.data-testid]="'changes-' + kind"
          [disabled]="busy()"
          (click)="save(kind)"
        >
          {{ kind === 'json' ? 'JSON' : 'CSV' }}
        </button>
      }
      @if (busy()) {
        <span role="status" class="text-small text-ink-2">Comparing</span>
      }
    </div>
  `,
})
export class ChangeListCard {
  readonly #api = inject(Api);
  readonly #open = inject(OpenScene);
  readonly #toasts = inject(ToastList);
  readonly formats = ['json', 'csv'] as const;
  readonly from = signal(1);
  /** 0: as it is now. */
  readonly to = signal(0);
  readonly busy = signal(false);
  readonly versions = rxResource({
    params: () => this.#open.info()?.scene.id,
    stream: ({ params }) => this.#api.versions(params),
  });

  async save(as: 'json' | 'csv'): Promise<void> {
    this.busy.set(true);
    try {
      // What is still on its way to the server is part of it.
      await this.#open.settled();
      const { id, name } = this.#open.info()!.scene;
      const bytes = await firstValueFrom(this.#api.changeList(id, { from: this.from(), to: this.to(), as }));
      saveFile(`${name}_changes.${as}`, bytes, as === 'csv' ? 'text/csv' : 'application/json');
    } catch (error) {
      this.#toasts.complain(error);
    } finally {
      this.busy.set(false);
    }
  }
}

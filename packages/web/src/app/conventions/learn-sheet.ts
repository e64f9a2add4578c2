import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { Convention } from '@renquil/core';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import type { Learned, SceneSummary } from '@renquil/api';
import { CountPipe } from '../ui/count';

/** Where names are learned from: scenes that are chosen here, or what is picked in one. */
export interface LearnFrom {
  readonly project: string;
  /** Null for objects: all of them. */
  readonly picked?: {
    readonly scene: number;
    readonly name: string;
    readonly objects: readonly number[] | null;
  };
}

/** Reads a convention out of scenes whose names are as they should be. Closes with the convention to go on with. */
@Component({
  selector: 'rq-learn-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, FormsModule],
  template: `
    <form class="sheet w-[680px] max-w-[94vw]" (ngSubmit)="learn()">
      <h2 class="border-b border-line px-4 py-3 text-title font-bold">Learn a convention from clean names</h2>
      <div class="flex min-h-0 flex-1 flex-col gap-3 overflow-y-auto px-4 py-3">
        @if (picked; as some) {
          <p data-testid="learn-picked">
            From
            @if (some.objects) {
              <strong>{{ some.objects.length | count: 'object' }}</strong> picked in
            } @else {
              <strong>all names</strong> of
            }
            <span class="font-mono">{{ some.name }}</span>
          </p>
        } @else {
          <fieldset class="flex flex-wrap gap-x-4 gap-y-1">
            <legend class="mb-1 font-semibold">From these scenes</legend>
            @for (one of scenes(); track one.id) {
              <label class="flex items-center gap-1.5 font-mono"
                ><input type="checkbox" [checked]="chosen().has(one.id)" (change)="toggle(one.id)" />
                {{ one.name }}
                @if (one.standing; as standing) {
                  <span class="font-sans text-small text-ink-2"
                    >{{ standing.fitting | count }} of {{ standing.named | count }} fit now</span
                  >
                }
              </label>
            } @empty {
              <p class="text-ink-2">{{ failure() || 'Loading the scenes…' }}</p>
            }
          </fieldset>
        }
        <div class="grid grid-cols-2 gap-3">
          <label class="font-semibold"
            >Only what this filter finds (empty: everything)<input
              class="field field-mono mt-1 w-full font-normal"
              name="query"
              [(ngModel)]="query"
              placeholder="-finding:name-pattern *_geo"
              spellcheck="false"
          /></label>
          <label class="font-semibold"
            >Called<input
              class="field mt-1 w-full font-normal"
              name="name"
              maxlength="120"
              required
              [(ngModel)]="name"
              data-testid="learn-name"
          /></label>
        </div>
        @if (failure()) {
          <p class="text-block" role="alert">{{ failure() }}</p>
        }
        @if (learned(); as made) {
          <p data-testid="learned">
            <strong>{{ made.fits | count }} of {{ made.names | count: 'name' }} fit what was learned.</strong>
            Each guess, and how many names bear it out:
          </p>
          <table class="w-full text-small">
            @for (guess of made.guesses; track guess.says) {
              <tr class="border-b border-line">
                <td class="py-1 pr-3">{{ guess.says }}</td>
                <td class="w-36 py-1">
                  <div class="h-1.5 rounded bg-sunk">
                    <div
                      class="h-1.5 rounded bg-spruce dark:bg-ink-2"
                      [style.width.%]="guess.asked ? (guess.holds / guess.asked) * 100 : 0"
                    ></div>
                  </div>
                </td>
                <td class="w-32 py-1 text-right font-mono whitespace-nowrap">
                  {{ guess.holds | count }} of {{ guess.asked | count }}
                </td>
              </tr>
            }
          </table>
        }
      </div>
      <div class="flex justify-end gap-2 border-t border-line px-4 py-3">
        <button type="button" class="btn" (click)="ref.close()">Back</button>
        <button
          type="submit"
          class="btn"
          [class.btn-main]="!learned()"
          [disabled]="!chosen().size || busy()"
          data-testid="learn"
        >
          {{ busy() ? 'Reading names…' : 'Learn' }}
        </button>
        @if (learned(); as made) {
          <button
            type="button"
            class="btn btn-main"
            data-testid="learn-keep"
            (click)="ref.close({ name: name.trim(), body: made.convention })"
          >
            Go on with it as a draft
          </button>
        }
      </div>
    </form>
  `,
})
export class LearnSheet {
  readonly ref = inject<DialogRef<{ name: string; body: Convention }>>(DialogRef);
  readonly #api = inject(Api);
  readonly #data = inject<LearnFrom>(DIALOG_DATA);
  readonly #project = this.#data.project;
  readonly picked = this.#data.picked;
  readonly scenes = signal<readonly SceneSummary[]>([]);
  readonly chosen = signal<ReadonlySet<number>>(new Set());
  readonly learned = signal<Learned | null>(null);
  readonly busy = signal(false);
  readonly failure = signal('');
  query = '';
  name = 'Learned';

  constructor() {
    if (this.picked) this.chosen.set(new Set([this.picked.scene]));
    else void this.#load();
  }
  toggle(id: number): void {
    this.chosen.update((now) => {
      const next = new Set(now);
      if (!next.delete(id)) next.add(id);
      return next;
    });
    this.learned.set(null);
  }
  async learn(): Promise<void> {
    this.busy.set(true);
    this.failure.set('');
    try {
      const ask = {
        scenes: [...this.chosen()],
        name: this.name.trim() || 'Learned',
        query: this.query,
        ...(this.picked?.objects ? { objects: [...this.picked.objects] } : {}),
      };
      this.learned.set(await firstValueFrom(this.#api.learnConvention(this.#project, ask)));
    } catch (error) {
      this.failure.set((error as Error).message);
    }
    this.busy.set(false);
  }
  async #load(): Promise<void> {
    try {
      this.scenes.set((await firstValueFrom(this.#api.library(this.#project))).scenes);
    } catch (error) {
      this.failure.set((error as Error).message);
    }
  }
}

import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { rxResource } from '@angular/core/rxjs-interop';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import type { Convention } from '@renquil/core/names';
import { map } from 'rxjs';
import { Api } from '../state/api';
import type { Learned } from '@renquil/api';
import { Doing } from '../ui/doing';
import { LoadState } from '../ui/load-state';
import { TickSet } from '../ui/tick-set';
import { CountPipe } from '../ui/count';
import { Sheet, SheetFoot } from '../ui/sheet';
import { Tick } from '../ui/tick';

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
  imports: [CountPipe, LoadState, ReactiveFormsModule, Sheet, SheetFoot, Tick],
  template: `
    <form [formGroup]="form" (ngSubmit)="learn()">
      <rq-sheet size="xl" heading="Learn a convention from clean names" [failure]="doing.failure()">
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
              <rq-load-state [of]="scenes" waiting="Loading the scenes…" empty="There is no scene yet." />
              @for (one of scenes.hasValue() ? scenes.value() : []; track one.id) {
                <rq-tick class="font-mono" [on]="chosen.has(one.id)" (onChange)="toggle(one.id)">
                  {{ one.name }}
                  @if (one.standing; as standing) {
                    <span class="font-sans text-small text-ink-2"
                      >{{ standing.fitting | count }} of {{ standing.named | count }} fit now</span
                    >
                  }
                </rq-tick>
              }
            </fieldset>
          }
          <div class="grid grid-cols-2 gap-3">
            <label class="font-semibold"
              >Only what this filter finds (empty: everything)<input
                class="field field-mono mt-1 w-full font-normal"
                name="query"
                formControlName="query"
                placeholder="-finding:name-pattern *_geo"
                spellcheck="false"
            /></label>
            <label class="font-semibold"
              >Called<input
                class="field mt-1 w-full font-normal"
                name="name"
                maxlength="120"
                formControlName="name"
                data-testid="learn-name"
            /></label>
          </div>
          @if (learned(); as made) {
            <p data-testid="learned">
              <strong
                >{{ made.fits | count }} of {{ made.names | count: 'name' }} fit what was learned.</strong
              >
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
        <rq-sheet-foot>
          <button type="button" class="btn" (click)="ref.close()">Back</button>
          <button
            type="submit"
            class="btn"
            [class.btn-main]="!learned()"
            [disabled]="!chosen.size || doing.busy()"
            data-testid="learn"
          >
            {{ doing.busy() ? 'Reading names…' : 'Learn' }}
          </button>
          @if (learned(); as made) {
            <button
              type="button"
              class="btn btn-main"
              data-testid="learn-keep"
              (click)="ref.close({ name: form.getRawValue().name.trim(), body: made.convention })"
            >
              Go on with it as a draft
            </button>
          }
        </rq-sheet-foot>
      </rq-sheet>
    </form>
  `,
})
export class LearnSheet {
  readonly ref = inject<DialogRef<{ name: string; body: Convention }>>(DialogRef);
  readonly #api = inject(Api);
  readonly #data = inject<LearnFrom>(DIALOG_DATA);
  readonly #project = this.#data.project;
  readonly picked = this.#data.picked;
  /** Asked for only where there is something to choose. */
  readonly scenes = rxResource({
    params: () => (this.picked ? undefined : this.#project),
    stream: ({ params }) => this.#api.library(params).pipe(map(({ scenes }) => scenes)),
  });
  readonly chosen = new TickSet(this.picked ? [this.picked.scene] : []);
  readonly learned = signal<Learned | null>(null);
  readonly doing = new Doing();
  readonly form = inject(NonNullableFormBuilder).group({ query: '', name: 'Learned' });

  toggle(id: number): void {
    this.chosen.toggle(id);
    this.learned.set(null);
  }
  learn(): Promise<boolean> {
    const { name, query } = this.form.getRawValue();
    const ask = {
      scenes: [...this.chosen.all()],
      name: name.trim() || 'Learned',
      query,
      ...(this.picked?.objects ? { objects: [...this.picked.objects] } : {}),
    };
    return this.doing.run(
      () => this.#api.learnConvention(this.#project, ask),
      (learned) => this.learned.set(learned),
    );
  }
}

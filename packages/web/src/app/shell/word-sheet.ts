import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Api } from '../state/api';
import type { WordRename, WordUse } from '@renquil/api';
import { ToastList } from '../state/toast-list';
import { count, CountPipe } from '../ui/count';
import { Doing } from '../ui/doing';
import { TickSet } from '../ui/tick-set';
import { filledIn } from '../ui/validators';
import { Sheet, SheetFoot } from '../ui/sheet';
import { Tick } from '../ui/tick';

/** A word over the whole library: where it stands, and another in its place, as a proposal for each scene. */
@Component({
  selector: 'rq-word-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, ReactiveFormsModule, RouterLink, Sheet, SheetFoot, Tick],
  template: `
    <form [formGroup]="form" (ngSubmit)="look()">
      <rq-sheet size="xl" heading="A word in every scene" [failure]="doing.failure()">
        <div class="flex flex-wrap items-end gap-3 px-4 py-3">
          <label class="font-semibold"
            >Word<input
              class="field field-mono mt-1 block w-40 font-normal"
              name="word"
              maxlength="100"
              required
              formControlName="word"
              spellcheck="false"
              data-testid="word"
          /></label>
          <button type="submit" class="btn" [disabled]="form.controls.word.invalid">Where is it</button>
          @if (may) {
            <label class="font-semibold"
              >Put in its place<input
                class="field field-mono mt-1 block w-40 font-normal"
                name="to"
                maxlength="100"
                formControlName="to"
                spellcheck="false"
                data-testid="word-to"
            /></label>
            <button
              type="button"
              class="btn"
              [disabled]="form.invalid"
              data-testid="word-propose"
              (click)="rename(false)"
            >
              Propose
            </button>
          }
        </div>
        <div class="min-h-32 flex-1 overflow-y-auto px-4 pb-3">
          @if (proposal(); as made) {
            @for (one of made.scenes; track one.scene) {
              <section class="border-b border-line py-2">
                <rq-tick
                  class="font-semibold"
                  [on]="chosen.has(one.scene)"
                  (onChange)="chosen.toggle(one.scene)"
                >
                  <span class="font-mono">{{ one.name }}</span>
                  <span class="font-normal text-ink-2"
                    >{{ one.renames.length | count: 'name'
                    }}{{ one.clashes ? ', ' + one.clashes + ' take the next free number' : '' }}</span
                  ></rq-tick
                >
                @for (line of one.renames.slice(0, 5); track line.object) {
                  <p class="ml-6 truncate font-mono text-small">
                    <bdi class="text-ink-3 line-through">{{ line.before }}</bdi> → <bdi>{{ line.after }}</bdi>
                  </p>
                }
                @if (one.renames.length > 5) {
                  <p class="ml-6 text-small text-ink-2">and {{ one.renames.length - 5 | count }} more</p>
                }
              </section>
            } @empty {
              <p class="text-ink-2">No name in the library holds this word.</p>
            }
          } @else if (use(); as found) {
            <p class="pb-2">
              <strong>{{ found.count | count: 'name' }}</strong> in {{ found.scenes.length | count: 'scene' }}
            </p>
            @for (one of found.scenes; track one.scene) {
              <p class="border-b border-line py-1.5">
                <a
                  class="font-mono underline"
                  [routerLink]="['/scenes', one.scene, 'name']"
                  (click)="ref.close()"
                  >{{ one.name }}</a
                >
                {{ one.count | count }}
                <span class="font-mono text-small text-ink-2">{{ one.examples.join('  ') }}</span>
              </p>
            }
          } @else {
            <p class="text-ink-2">
              A word is what stands between separators, humps and digits:
              <span class="font-mono">door</span> is in <span class="font-mono">L_door001</span> and
              <span class="font-mono">doorHandle</span>, not in <span class="font-mono">indoors</span>.
            </p>
          }
        </div>
        <rq-sheet-foot>
          <button type="button" class="btn" (click)="ref.close()">Close</button>
          @if (proposal()?.scenes?.length) {
            <button
              type="button"
              class="btn btn-main"
              data-testid="word-apply"
              [disabled]="!total()"
              (click)="rename(true)"
            >
              Rename {{ total() | count: 'name' }}, one edit a scene
            </button>
          }
        </rq-sheet-foot>
      </rq-sheet>
    </form>
  `,
})
export class WordSheet {
  readonly ref = inject(DialogRef);
  readonly #api = inject(Api);
  readonly #toasts = inject(ToastList);
  readonly #data = inject<{ project: string; mayEdit: boolean; word?: string }>(DIALOG_DATA);
  readonly may = this.#data.mayEdit;
  readonly use = signal<WordUse | null>(null);
  readonly proposal = signal<WordRename | null>(null);
  readonly chosen = new TickSet<number>();
  readonly doing = new Doing();
  readonly form = inject(NonNullableFormBuilder).group({
    word: [this.#data.word ?? '', filledIn],
    to: ['', filledIn],
  });
  readonly total = computed(() =>
    (this.proposal()?.scenes ?? [])
      .filter((one) => this.chosen.has(one.scene))
      .reduce((sum, one) => sum + one.renames.length, 0),
  );

  look(): Promise<boolean> {
    this.proposal.set(null);
    const word = this.form.getRawValue().word.trim();
    return this.doing.run(
      () => this.#api.wordUse(this.#data.project, word),
      (use) => this.use.set(use),
    );
  }
  rename(apply: boolean): Promise<boolean> {
    const { word, to } = this.form.getRawValue();
    const scenes = apply ? { scenes: [...this.chosen.all()] } : {};
    const ask = { from: word.trim(), to: to.trim(), apply, ...scenes };
    return this.doing.run(
      () => this.#api.renameWord(this.#data.project, ask),
      (made) => {
        if (apply) {
          const where = count(made.scenes.length, 'scene');
          this.#toasts.say(`${ask.from} is ${ask.to} now in ${where}. Each can undo it.`);
          this.ref.close();
        } else {
          this.proposal.set(made);
          this.chosen.set(made.scenes.map((one) => one.scene));
        }
      },
    );
  }
}

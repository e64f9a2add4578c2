import { DIALOG_DATA, DialogRef } from '@angular/cdk/dialog';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { firstValueFrom } from 'rxjs';
import { Api } from '../state/api';
import type { WordRename, WordUse } from '@renquil/api';
import { ToastList } from '../state/toast-list';
import { CountPipe } from '../ui/count';

/** A word over the whole library: where it stands, and another in its place, as a proposal for each scene. */
@Component({
  selector: 'rq-word-sheet',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe, FormsModule, RouterLink],
  template: `
    <form class="sheet w-[680px] max-w-[94vw]" (ngSubmit)="look()">
      <h2 class="border-b border-line px-4 py-3 text-title font-bold">A word in every scene</h2>
      <div class="flex flex-wrap items-end gap-3 px-4 py-3">
        <label class="font-semibold"
          >Word<input
            class="field field-mono mt-1 block w-40 font-normal"
            name="word"
            required
            maxlength="100"
            [(ngModel)]="word"
            spellcheck="false"
            data-testid="word"
        /></label>
        <button type="submit" class="btn" [disabled]="!word.trim()">Where is it</button>
        @if (may) {
          <label class="font-semibold"
            >Put in its place<input
              class="field field-mono mt-1 block w-40 font-normal"
              name="to"
              maxlength="100"
              [(ngModel)]="to"
              spellcheck="false"
              data-testid="word-to"
          /></label>
          <button
            type="button"
            class="btn"
            [disabled]="!word.trim() || !to.trim()"
            data-testid="word-propose"
            (click)="rename(false)"
          >
            Propose
          </button>
        }
      </div>
      @if (failure()) {
        <p class="px-4 text-block" role="alert">{{ failure() }}</p>
      }
      <div class="min-h-32 flex-1 overflow-y-auto px-4 pb-3">
        @if (proposal(); as made) {
          @for (one of made.scenes; track one.scene) {
            <section class="border-b border-line py-2">
              <label class="flex items-center gap-2 font-semibold"
                ><input type="checkbox" [checked]="chosen().has(one.scene)" (change)="toggle(one.scene)" />
                <span class="font-mono">{{ one.name }}</span>
                <span class="font-normal text-ink-2"
                  >{{ one.renames.length | count: 'name'
                  }}{{ one.clashes ? ', ' + one.clashes + ' take the next free number' : '' }}</span
                ></label
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
            A word is what stands between separators, humps and digits: <span class="font-mono">door</span> is
            in <span class="font-mono">L_door001</span> and <span class="font-mono">doorHandle</span>, not in
            <span class="font-mono">indoors</span>.
          </p>
        }
      </div>
      <div class="flex justify-end gap-2 border-t border-line px-4 py-3">
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
      </div>
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
  readonly chosen = signal<ReadonlySet<number>>(new Set());
  readonly failure = signal('');
  readonly total = computed(() =>
    (this.proposal()?.scenes ?? [])
      .filter((one) => this.chosen().has(one.scene))
      .reduce((sum, one) => sum + one.renames.length, 0),
  );
  word = this.#data.word ?? '';
  to = '';

  async look(): Promise<void> {
    this.proposal.set(null);
    await this.#try(async () =>
      this.use.set(await firstValueFrom(this.#api.wordUse(this.#data.project, this.word.trim()))),
    );
  }
  async rename(apply: boolean): Promise<void> {
    const ask = {
      from: this.word.trim(),
      to: this.to.trim(),
      apply,
      ...(apply ? { scenes: [...this.chosen()] } : {}),
    };
    await this.#try(async () => {
      const made = await firstValueFrom(this.#api.renameWord(this.#data.project, ask));
      if (apply) {
        this.#toasts.say(
          `${ask.from} is ${ask.to} now in ${made.scenes.length} ${made.scenes.length === 1 ? 'scene' : 'scenes'}. Each can undo it.`,
        );
        this.ref.close();
      } else {
        this.proposal.set(made);
        this.chosen.set(new Set(made.scenes.map((one) => one.scene)));
      }
    });
  }
  toggle(scene: number): void {
    this.chosen.update((now) => {
      const next = new Set(now);
      if (!next.delete(scene)) next.add(scene);
      return next;
    });
  }
  async #try(what: () => Promise<unknown>): Promise<void> {
    this.failure.set('');
    try {
      await what();
    } catch (error) {
      this.failure.set((error as Error).message);
    }
  }
}

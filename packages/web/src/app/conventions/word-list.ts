import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { senses, type WordRule } from '@renquil/core/names';
import { readRows } from '@renquil/formats';
import { ToastList } from '../state/toast-list';
import { ConventionDraft } from './convention-draft';
import { readWord, sayWord, withSlot, withWordChanged, withWords } from './convention-edits';
import { Tip } from '../ui/tip';

/** The words of a slot, each with the spellings people use instead; a click opens one to be changed. */
@Component({
  selector: 'rq-word-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Tip],
  template: `
    <div class="card flex flex-wrap gap-1.5 p-3.5">
      @for (word of words(); track word.word; let i = $index) {
        @if (editing() === i) {
          <span class="flex items-center gap-1 rounded-md border border-ink bg-sheet p-1">
            <input
              #field
              class="field field-mono !h-6 w-52"
              [value]="say(word)"
              [attr.aria-label]="'The word ' + word.word + ' and its spellings: word: spelling, spelling'"
              data-testid="word-field"
              (keydown.enter)="change(i, field.value)"
              (keydown.escape)="editing.set(null)"
            />
            @if (points()) {
              <select
                #means
                class="field !h-6"
                aria-label="Which way it points"
                (change)="setMeans(i, means.value)"
              >
                <option value="" [selected]="!word.means">as its spellings say</option>
                @for (sense of senses; track sense) {
                  <option [value]="sense" [selected]="word.means === sense">{{ sense }}</option>
                }
              </select>
            }
            <button type="button" class="btn !h-6" (click)="change(i, field.value)">Keep</button>
            <button type="button" class="btn btn-bare !h-6" (click)="remove(i)">Remove</button>
          </span>
        } @else {
          <button
            type="button"
            class="chip !gap-2"
            [disabled]="!draft.mayEdit()"
            [rqTip]="draft.mayEdit() ? 'Change this word' : ''"
            (click)="editing.set(i)"
          >
            {{ word.word }}
            @if (word.spellings?.length) {
              <span class="text-tiny text-ink-2">{{ word.spellings!.join(', ') }}</span>
            }
            @if (word.means) {
              <span class="font-sans text-tiny text-ink-2">{{ word.means }}</span>
            }
          </button>
        }
      } @empty {
        <p class="text-ink-2">Any word may stand here. A word in the list makes it a closed list.</p>
      }
      @if (draft.mayEdit()) {
        <input
          #added
          class="w-40 rounded-md border border-dashed border-line-strong bg-transparent px-2 font-mono"
          placeholder="add a word"
          aria-label="Add a word: word: spelling, spelling"
          data-testid="add-word"
          (keydown.enter)="add(added.value); added.value = ''"
        />
      }
    </div>
    @if (pasting()) {
      <div class="mt-2 flex items-start gap-2">
        <textarea
          #lines
          class="field field-mono !h-24 flex-1 py-1"
          placeholder="enamel, paint, lacquer&#10;steel, metal, iron"
          aria-label="A word a line, then its spellings"
        ></textarea>
        <button type="button" class="btn" (click)="paste(lines.value)">Take in</button>
        <button type="button" class="btn btn-bare" (click)="pasting.set(false)">Back</button>
      </div>
    }
  `,
})
export class WordList {
  readonly draft = inject(ConventionDraft);
  readonly #toasts = inject(ToastList);
  readonly slot = input.required<string>();
  readonly editing = signal<number | null>(null);
  readonly pasting = signal(false);
  readonly senses = senses;
  readonly say = sayWord;
  readonly words = computed(() => this.draft.shown()?.slots[this.slot()]?.words ?? []);
  readonly points = computed(() => {
    const role = this.draft.compiled()?.slots.get(this.slot())?.role;
    return role === 'side' || role === 'place';
  });
  add(text: string): void {
    const word = readWord(text);
    if (!word) return;
    if (this.words().some((one) => one.word === word.word))
      return this.#toasts.complain(`${word.word} is in the list already.`);
    this.#edit((words) => [...words, word]);
  }
  change(at: number, text: string): void {
    const word = readWord(text, this.words()[at]);
    this.editing.set(null);
    if (!word || this.words().some((one, i) => i !== at && one.word === word.word)) return;
    this.draft.edit((now) => withWordChanged(now, this.slot(), at, word));
  }
  setMeans(at: number, means: string): void {
    this.#edit((words) =>
      words.map((one, i) => {
        if (i !== at) return one;
        const { means: _old, ...rest } = one;
        return means ? { ...rest, means } : rest;
      }),
    );
  }
  remove(at: number): void {
    this.editing.set(null);
    this.draft.edit((now) => withWordChanged(now, this.slot(), at, null));
  }
  paste(text: string): void {
    try {
      const lines = readRows(text);
      this.draft.edit((now) => withSlot(now, this.slot(), withWords(now.slots[this.slot()]!, lines)));
      this.pasting.set(false);
    } catch (error) {
      this.#toasts.complain(error);
    }
  }
  #edit(change: (words: readonly WordRule[]) => readonly WordRule[]): void {
    this.draft.edit((now) =>
      withSlot(now, this.slot(), {
        ...now.slots[this.slot()]!,
        words: change(now.slots[this.slot()]?.words ?? []),
      }),
    );
  }
}

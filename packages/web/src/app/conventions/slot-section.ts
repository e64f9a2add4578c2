import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  signal,
  untracked,
} from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule } from '@angular/forms';
import type { SlotRule } from '@renquil/core/names';
import { ToastList } from '../state/toast-list';
import { ConventionDraft } from './convention-draft';
import { withoutSlot, withSlot, withSlotMoved } from './convention-edits';
import { SlotRuleFields } from './slot-rule-fields';
import { WordList } from './word-list';
import { SlotColourPipe, SlotTintPipe } from '../ui/slot-colour';

/** What a new slot begins as. */
const fresh: Readonly<Record<'words' | 'number' | 'version' | 'free', SlotRule>> = {
  words: { words: [{ word: 'A' }] },
  number: { digits: 3, start: 1 },
  version: { digits: 1, atLeast: true, prefix: 'v', role: 'version' },
  free: { case: 'camel' },
};

/** The slots of a convention, one at a time: its rules and its words. */
@Component({
  selector: 'rq-slot-section',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, SlotColourPipe, SlotRuleFields, SlotTintPipe, WordList],
  template: `
    <div class="flex flex-wrap items-center gap-2">
      <h2 class="text-head font-bold">Words of</h2>
      <div class="flex flex-wrap gap-1" role="group" aria-label="Slot">
        @for (one of draft.slots(); track one) {
          <button
            type="button"
            class="h-[28px] rounded-md border px-2.5 font-mono"
            [class]="slot() === one ? 'border-current font-semibold' : 'border-transparent'"
            [style.color]="one | slotColour"
            [style.background]="one | slotTint"
            [attr.aria-pressed]="slot() === one"
            (click)="slot.set(one)"
          >
            {{ one }}
          </button>
        }
      </div>
      <span class="text-small text-ink-2">and the spellings people use instead</span>
      <span class="flex-1"></span>
      @if (draft.mayEdit() && rule().words) {
        <button type="button" class="btn" (click)="words.pasting.set(!words.pasting())">Paste a list</button>
      }
    </div>
    <div class="mt-2 flex flex-wrap items-center gap-x-4 gap-y-1 text-small">
      <rq-slot-rule-fields [slot]="slot()" />
      @if (draft.mayEdit()) {
        <span class="flex gap-1">
          <button type="button" class="btn !h-6" (click)="moveSlot(-1)">Column left</button>
          <button type="button" class="btn !h-6" (click)="moveSlot(1)">Column right</button>
          <button type="button" class="btn btn-bare !h-6" (click)="removeSlot()">Remove this slot</button>
        </span>
        <form class="flex items-center gap-1.5" [formGroup]="form" (ngSubmit)="addSlot()">
          <input
            class="field field-mono !h-6 w-28"
            name="name"
            placeholder="new slot"
            aria-label="Name of a new slot"
            formControlName="name"
          />
          <select class="field !h-6" name="how" aria-label="What stands in it" formControlName="how">
            <option value="words">a list of words</option>
            <option value="number">a number</option>
            <option value="version">a version (v2)</option>
            <option value="free">any word</option>
          </select>
          <button type="submit" class="btn !h-6">Add slot</button>
        </form>
      }
    </div>
    <div class="mt-2" [hidden]="rule().digits !== undefined || rule().letters !== undefined">
      <rq-word-list #words [slot]="slot()" />
    </div>
  `,
  host: { class: 'block' },
})
export class SlotSection {
  readonly draft = inject(ConventionDraft);
  readonly #toasts = inject(ToastList);
  readonly slot = signal('surface');
  readonly rule = computed<SlotRule>(() => this.draft.shown()?.slots[this.slot()] ?? {});
  readonly #build = inject(NonNullableFormBuilder);
  readonly form = this.#build.group({ name: '', how: this.#build.control<keyof typeof fresh>('words') });

  constructor() {
    effect(() => {
      const slots = this.draft.slots();
      if (slots.length && !slots.includes(untracked(this.slot)))
        this.slot.set(slots.find((name) => this.draft.shown()!.slots[name]!.words) ?? slots[0]!);
    });
  }
  addSlot(): void {
    const { how, name: typed } = this.form.getRawValue();
    const name = typed.trim();
    if (!/^[a-z][A-Za-z0-9]{0,30}$/.test(name))
      return this.#toasts.complain('A slot is called by letters and digits, a small letter first.');
    if (this.draft.slots().includes(name)) return this.#toasts.complain(`There is a slot ${name} already.`);
    this.draft.edit((now) => withSlot(now, name, fresh[how]));
    this.slot.set(name);
    this.form.patchValue({ name: '' });
  }
  removeSlot(): void {
    this.draft.edit((now) => withoutSlot(now, this.slot()));
  }
  moveSlot(by: number): void {
    this.draft.edit((now) => withSlotMoved(now, this.slot(), by));
  }
}

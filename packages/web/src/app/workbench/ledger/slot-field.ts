import {
  afterNextRender,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  type OnDestroy,
  signal,
  viewChild,
} from '@angular/core';
import type { ObjectId } from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { LedgerState } from './ledger-state';
import { SlotCells } from './slot-cells';

/** A cell as a field: Enter keeps and goes down, Tab keeps and goes to the next slot, Escape backs out. Listed words are offered. */
@Component({
  selector: 'rq-slot-field',
  template: `
    <input
      #field
      class="h-[22px] w-full rounded border border-jonquil-line bg-sheet px-1 font-mono text-ink"
      [value]="start()"
      [attr.list]="words().length ? 'words-' + slot() : null"
      [attr.aria-label]="slot() + (rows() > 1 ? ' of ' + rows() + ' objects' : '')"
      maxlength="200"
      spellcheck="false"
      autocomplete="off"
      data-testid="slot-field"
      (input)="typed(field.value)"
      (keydown)="key($event, field.value)"
      (blur)="leave(field.value)"
      (click)="$event.stopPropagation()"
      (dblclick)="$event.stopPropagation()"
    />
    @if (words().length) {
      <datalist [id]="'words-' + slot()">
        @for (word of words(); track word) {
          <option [value]="word"></option>
        }
      </datalist>
    }
  `,
  host: { class: 'min-w-0 flex-1' },
})
export class SlotField implements OnDestroy {
  readonly #open = inject(OpenScene);
  readonly #state = inject(LedgerState);
  readonly #cells = inject(SlotCells);
  readonly object = input.required<ObjectId>();
  readonly slot = input.required<string>();
  readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  readonly rows = computed(() => this.#cells.rowsOf(this.object()).length);
  /** A key that began the edit stands in place of what was there. */
  readonly start = computed(() => this.#state.typed() ?? this.#open.slotText(this.object(), this.slot()));
  readonly words = computed(() => {
    const { scene, convention } = this.#open;
    const key = convention.keyOf(scene, scene.get(this.object()));
    const only = convention.pattern(key)?.find((part) => part.slot === this.slot())?.only;
    return only ?? [...(convention.slots.get(this.slot())?.words ?? [])];
  });
  readonly #changed = signal(false);
  #done = false;

  constructor() {
    afterNextRender(() => {
      const field = this.field().nativeElement;
      field.focus();
      if (this.#state.typed() === null) field.select();
      else this.typed(field.value);
    });
  }
  typed(text: string): void {
    this.#changed.set(true);
    this.#cells.preview(this.object(), this.slot(), text.trim());
  }
  key(event: KeyboardEvent, text: string): void {
    event.stopPropagation();
    if (event.key === 'Escape') this.#close();
    else if (event.key === 'Enter') {
      event.preventDefault();
      this.leave(text);
      if (this.rows() === 1) this.#state.step(event.shiftKey ? -1 : 1, false);
    } else if (event.key === 'Tab') {
      event.preventDefault();
      this.leave(text);
      this.#state.stepCell(event.shiftKey ? -1 : 1, [...this.#open.convention.slots.keys()]);
      if (this.#state.cell() !== null) this.#state.editCell(null);
    }
  }
  leave(text: string): void {
    if (this.#done) return;
    const put = this.#changed();
    this.#close();
    if (put) this.#cells.put(this.object(), this.slot(), text.trim());
  }
  ngOnDestroy(): void {
    this.#cells.endPreview();
  }
  #close(): void {
    this.#done = true;
    this.#cells.endPreview();
    this.#state.editing.set(null);
  }
}

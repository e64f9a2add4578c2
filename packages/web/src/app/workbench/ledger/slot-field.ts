import { CdkOverlayOrigin } from '@angular/cdk/overlay';
import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  signal,
} from '@angular/core';
import type { ObjectId } from '@renquil/core/scene';
import { EditedText } from './edited-text';
import { Meanwhile } from './meanwhile';
import { RowField } from './row-field';
import { SlotCells } from './slot-cells';

/** A cell as a field: Enter keeps and goes down, Tab keeps and goes to the next slot, Escape backs out. Listed words are offered. */
@Component({
  selector: 'rq-slot-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CdkOverlayOrigin, Meanwhile],
  template: `
    <input
      #field
      cdkOverlayOrigin
      #origin="cdkOverlayOrigin"
      class="h-[22px] w-full rounded border border-jonquil-line bg-sheet px-1 font-mono text-ink"
      [value]="start()"
      [attr.list]="words().length ? 'words-' + slot() : null"
      [attr.aria-label]="slot() + (rows() > 1 ? ' of ' + rows() + ' objects' : '')"
      maxlength="200"
      spellcheck="false"
      autocomplete="off"
      data-testid="slot-field"
      (input)="typed(field.value)"
      (keydown)="key($event)"
      (blur)="blurred()"
      (click)="$event.stopPropagation()"
      (dblclick)="$event.stopPropagation()"
    />
    @if (asks()) {
      <rq-meanwhile
        [origin]="origin"
        [by]="open.lastChangedBy(object())"
        [theirText]="text.theirs() ?? ''"
        [mineText]="text.typed()"
        (theirs)="close()"
        (mine)="useMine()"
      />
    }
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
export class SlotField extends RowField {
  readonly #cells = inject(SlotCells);
  readonly object = input.required<ObjectId>();
  readonly slot = input.required<string>();
  readonly rows = computed(() => this.#cells.rowsOf(this.object()).length);
  readonly text = new EditedText(() => {
    return this.open.scene.find(this.object()) ? this.open.slotText(this.object(), this.slot()) : '';
  });
  /** A key that began the edit stands in place of what was there. */
  readonly start = signal('');
  readonly words = computed(() => {
    const { scene, convention } = this.open;
    const key = convention.keyOf(scene, scene.get(this.object()));
    const only = convention.pattern(key)?.find((part) => part.slot === this.slot())?.only;
    return only ?? [...(convention.slots.get(this.slot())?.words ?? [])];
  });
  readonly asks = computed(() => this.text.theirs() !== null && this.text.isTyped);
  #touched = false;

  constructor() {
    super();
    afterNextRender(() => {
      const field = this.field().nativeElement;
      field.focus();
      if (this.state.typed() === null) field.select();
      else this.typed(field.value);
    });
  }
  override ngOnInit(): void {
    super.ngOnInit();
    this.start.set(this.state.typed() ?? this.text.typed());
  }
  typed(text: string): void {
    this.#touched = true;
    this.text.typed.set(text.trim());
    const finding = this.#cells.preview(this.object(), this.slot(), text.trim());
    this.speaker?.say('verdict', finding ? finding.message : 'fits');
  }
  key(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape') this.close();
    else if (event.key === 'Enter') {
      event.preventDefault();
      if (this.keep() && this.rows() === 1) this.state.step(event.shiftKey ? -1 : 1, false);
    } else if (event.key === 'Tab') {
      event.preventDefault();
      if (!this.keep()) return;
      this.state.stepCell(event.shiftKey ? -1 : 1, [...this.open.convention.slots.keys()]);
      if (this.state.cell() !== null) this.state.editCell(null);
    }
  }
  /** The same text for all that is picked is something to do, though it stands in this row. */
  protected override isWanted(): boolean {
    return this.#touched && this.rows() > 1;
  }
  protected override closed(): void {
    this.#cells.endPreview();
  }
  protected put(text: string): void {
    this.#cells.put(this.object(), this.slot(), text);
  }
}

import {
  afterNextRender,
  Component,
  computed,
  type ElementRef,
  inject,
  input,
  linkedSignal,
  viewChild,
} from '@angular/core';
import { judgeName, type SceneObject } from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { LedgerState } from './ledger-state';

/** The name as a field in its row: Enter keeps it and goes down, Tab keeps and goes on, Escape backs out. */
@Component({
  selector: 'rq-name-field',
  template: `
    <input
      #field
      class="h-[22px] w-full rounded border bg-sheet px-1 font-mono text-ink"
      [class]="finding() ? 'border-block' : 'border-clear'"
      [value]="draft()"
      [title]="finding()?.because ?? 'fits'"
      [attr.aria-label]="'New name of ' + object().name"
      [attr.aria-invalid]="finding() !== null"
      maxlength="1000"
      spellcheck="false"
      autocomplete="off"
      data-testid="name-field"
      (input)="draft.set(field.value)"
      (keydown)="key($event)"
      (blur)="keep()"
      (click)="$event.stopPropagation()"
      (dblclick)="$event.stopPropagation()"
    />
  `,
})
export class NameField {
  readonly #open = inject(OpenScene);
  readonly #state = inject(LedgerState);
  readonly object = input.required<SceneObject>();
  readonly draft = linkedSignal(() => this.object().name);
  readonly finding = computed(() =>
    judgeName(this.#open.scene, this.#open.convention, this.object(), this.draft()),
  );
  readonly field = viewChild.required<ElementRef<HTMLInputElement>>('field');
  #done = false;

  constructor() {
    afterNextRender(() => {
      this.field().nativeElement.focus();
      this.field().nativeElement.select();
    });
  }
  key(event: KeyboardEvent): void {
    event.stopPropagation();
    if (event.key === 'Escape') {
      this.#done = true;
      this.#state.editing.set(null);
    } else if (event.key === 'Enter' || event.key === 'Tab') {
      event.preventDefault();
      this.keep();
      this.#state.step(event.shiftKey ? -1 : 1, false);
      if (event.key === 'Tab') this.#state.editing.set(this.#state.picking().active);
    }
  }
  keep(): void {
    if (this.#done) return;
    this.#done = true;
    this.#state.editing.set(null);
    const { id, name } = this.object();
    const to = this.draft();
    if (to !== name)
      this.#open.apply(`Rename ${name || 'an unnamed object'} to ${to || 'nothing'}`, [
        { kind: 'rename', object: id, from: name, to },
      ]);
  }
}

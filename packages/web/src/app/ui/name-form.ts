import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  ElementRef,
  inject,
  input,
  output,
} from '@angular/core';
import { NonNullableFormBuilder, ReactiveFormsModule, Validators } from '@angular/forms';

/** Names a thing in its place in a list: a layer, a set, a view. Enter keeps it, Escape leaves it, leaving it empty too. */
@Component({
  selector: 'rq-name-form',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule],
  template: `
    <form class="px-1 pb-1" [formGroup]="form" (ngSubmit)="send()">
      <input
        class="field w-full"
        formControlName="name"
        autocomplete="off"
        [placeholder]="'name of the ' + of()"
        [attr.aria-label]="'Name of the ' + of()"
        [attr.data-testid]="of().split(' ').at(-1) + '-name'"
        (keydown.escape)="left.emit()"
      />
    </form>
  `,
})
export class NameForm {
  /** What is named, as one word. */
  readonly of = input.required<string>();
  /** What it is called so far. */
  readonly now = input('');
  readonly named = output<string>();
  readonly left = output();
  readonly form = inject(NonNullableFormBuilder).group({ name: ['', Validators.maxLength(200)] });

  constructor() {
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    afterNextRender(() => {
      this.form.setValue({ name: this.now() });
      const field = nativeElement.querySelector('input')!;
      field.focus();
      field.select();
    });
  }
  send(): void {
    const name = this.form.getRawValue().name.trim().slice(0, 200);
    if (name) this.named.emit(name);
    else this.left.emit();
  }
}

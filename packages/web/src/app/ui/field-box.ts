import { ChangeDetectionStrategy, Component, input } from '@angular/core';

/** A field of a form under its words, with a hint beside them and what is wrong beneath. The control is what it holds. */
@Component({
  selector: 'rq-field',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="block font-semibold">
      <span>{{ words() }}</span>
      @if (hint()) {
        <span class="font-normal text-ink-2">&ngsp;{{ hint() }}</span>
      }
      <ng-content />
    </label>
    @if (wrong()) {
      <p class="mt-1 text-small text-block" role="alert">{{ wrong() }}</p>
    }
  `,
  host: { class: 'block' },
})
export class FieldBox {
  readonly words = input.required<string>();
  readonly hint = input('');
  readonly wrong = input('');
}

import { ChangeDetectionStrategy, Component, input, model } from '@angular/core';

/** A box to tick, with its words: all of it is the target. */
@Component({
  selector: 'rq-tick',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <label class="flex min-w-0 items-center gap-2">
      <input
        #box
        type="checkbox"
        class="shrink-0"
        [checked]="on()"
        [disabled]="disabled()"
        [attr.data-testid]="testid() || null"
        (change)="on.set(box.checked)"
      />
      <ng-content />
    </label>
  `,
  host: { class: 'block' },
})
export class Tick {
  readonly on = model.required<boolean>();
  readonly disabled = input(false);
  readonly testid = input('');
}

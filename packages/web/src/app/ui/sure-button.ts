import { ChangeDetectionStrategy, Component, input, output, signal } from '@angular/core';

/** What cannot be taken back asks once more, in its own place. */
@Component({
  selector: 'rq-sure-button',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (asking()) {
      <span class="text-block">{{ ask() }}</span>
      <button type="button" class="btn ml-2" (click)="asking.set(false)">No</button>
      <button
        type="button"
        class="btn ml-1 !border-block !text-block"
        (click)="asking.set(false); sure.emit()"
      >
        {{ yes() }}
      </button>
    } @else {
      <button
        type="button"
        class="btn"
        [disabled]="disabled()"
        [attr.aria-label]="label() || null"
        (click)="asking.set(true)"
      >
        <ng-content />
      </button>
    }
  `,
  host: { class: 'inline-flex items-center whitespace-nowrap' },
})
export class SureButton {
  readonly ask = input.required<string>();
  readonly yes = input.required<string>();
  readonly label = input('');
  readonly disabled = input(false);
  readonly sure = output();
  readonly asking = signal(false);
}

import { ChangeDetectionStrategy, Component, signal } from '@angular/core';

let made = 0;

/** What a tip is shown in. */
@Component({
  selector: 'rq-tip-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `{{ says()() }}`,
  host: {
    role: 'tooltip',
    '[id]': 'id',
    class:
      'block max-w-80 empty:hidden rounded-md border border-line-strong bg-sheet px-2 py-1 text-small break-words whitespace-pre-line text-ink',
  },
})
export class TipBox {
  readonly id = `rq-tip-${++made}`;
  /** Read where it is shown, so that it follows what it says; nothing to say is nothing to see. */
  readonly says = signal<() => string>(() => '');
}

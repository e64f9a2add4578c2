import { ChangeDetectionStrategy, Component, signal } from '@angular/core';

let made = 0;

/** What a tip is shown in. */
@Component({
  selector: 'rq-tip-box',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `{{ text() }}`,
  host: {
    role: 'tooltip',
    '[id]': 'id',
    class:
      'block max-w-80 rounded-md border border-line-strong bg-sheet px-2 py-1 text-small break-words whitespace-pre-line text-ink',
  },
})
export class TipBox {
  readonly id = `rq-tip-${++made}`;
  readonly text = signal('');
}

import { ChangeDetectionStrategy, Component, input, output } from '@angular/core';
import type { Completion } from '@renquil/core/query';
import { CountPipe } from './count';

/** Ways to go on with a filter, under the field that it is typed in. The field keeps the keys. */
@Component({
  selector: 'rq-offer-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [CountPipe],
  template: `
    <ul
      [id]="name()"
      role="listbox"
      aria-label="Ways to go on"
      class="sheet max-h-80 w-[320px] overflow-y-auto p-1"
      data-testid="query-help"
    >
      @for (offer of offers(); track offer.text; let i = $index) {
        <!-- A press, not a click: the field must not lose the keys first. -->
        <li
          role="option"
          class="flex cursor-default items-baseline gap-2 rounded-md px-2 py-1"
          [id]="name() + '-' + i"
          [class.bg-wash]="i === at()"
          [attr.aria-selected]="i === at()"
          (mousedown)="$event.preventDefault(); taken.emit(offer)"
        >
          <bdi class="truncate font-mono">{{ offer.text }}</bdi>
          <span class="min-w-0 flex-1 truncate text-small text-ink-2">{{ offer.says }}</span>
          @if (offer.found !== null) {
            <span class="font-mono text-small text-ink-2">{{ offer.found | count }}</span>
          }
        </li>
      }
    </ul>
  `,
})
export class OfferList {
  readonly offers = input.required<readonly Completion[]>();
  readonly at = input(-1);
  /** The id of the list; of its lines with their number after it. */
  readonly name = input.required<string>();
  readonly taken = output<Completion>();
}

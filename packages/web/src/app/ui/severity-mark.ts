import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { Severity } from '@renquil/core/checks';

/** The shape of a severity: filled, half-filled, outlined diamond, or a tick. Colour never stands alone. */
@Component({
  selector: 'rq-severity',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <svg
      viewBox="0 0 12 12"
      width="11"
      height="11"
      [attr.class]="colour()"
      role="img"
      [attr.aria-label]="of()"
    >
      @if (of() === 'clear') {
        <path d="M1.5 6.5 4.5 9.5 10.5 2.5" fill="none" stroke="currentColor" stroke-width="1.8" />
      } @else {
        <path
          d="M6 .6 11.4 6 6 11.4 .6 6Z"
          [attr.fill]="of() === 'blocker' ? 'currentColor' : 'none'"
          stroke="currentColor"
          stroke-width="1.2"
        />
        @if (of() === 'warning') {
          <path d="M6 .6 6 11.4 .6 6Z" fill="currentColor" />
        }
      }
    </svg>
  `,
  host: { class: 'inline-flex shrink-0' },
})
export class SeverityMark {
  readonly of = input.required<Severity | 'clear'>();
  readonly colour = computed(
    () =>
      ({ blocker: 'text-block', warning: 'text-warn', note: 'text-note', clear: 'text-clear' })[this.of()],
  );
}

import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { ResourceStatus } from '@angular/core';

/** What is read of a resource to say how far it is. */
export interface Asked {
  error(): Error | undefined;
  status(): ResourceStatus;
  hasValue(): boolean;
  value(): unknown;
  reload(): boolean;
}

/**
 * How far something that is asked of the server is: what is shown while it is on its way, what went wrong with a way to ask
 * again, or that there is none of it. Once it is there, this is nothing, and what stands beside it is shown.
 */
@Component({
  selector: 'rq-load-state',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (failure(); as why) {
      <p class="flex flex-wrap items-center gap-3 py-2 text-block" role="alert">
        {{ why }}
        <button type="button" class="btn" (click)="of().reload()">Try again</button>
      </p>
    } @else if (isFirst()) {
      <p class="py-2 text-ink-2" role="status">{{ waiting() }}</p>
    } @else if (isEmpty()) {
      <p class="py-2 text-ink-2">{{ empty() }}</p>
    }
  `,
  // With nothing to say it takes no room, nor a gap.
  host: { class: 'empty:hidden' },
})
export class LoadState {
  readonly of = input.required<Asked>();
  readonly waiting = input('One moment…');
  /** What is said when a list that came is empty; left out: nothing. */
  readonly empty = input('');
  readonly failure = computed(() => this.of().error()?.message ?? '');
  readonly isFirst = computed(() => this.of().status() === 'loading' && !this.of().hasValue());
  readonly isEmpty = computed(() => {
    if (!this.empty() || !this.of().hasValue()) return false;
    const value = this.of().value();
    return Array.isArray(value) && value.length === 0;
  });
}

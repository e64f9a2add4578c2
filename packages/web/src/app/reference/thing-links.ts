import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { RouterLink } from '@angular/router';

/** What is sent or answered, in words, with a link at the name of every thing. */
@Component({
  selector: 'rq-thing-links',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  // No space between the pieces but their own.
  template: `@for (piece of pieces(); track $index) {
    @if (things().has(piece)) {
      <a [routerLink]="[]" [fragment]="piece" class="underline decoration-line-strong underline-offset-2">{{
        piece
      }}</a>
    } @else {
      <span>{{ piece }}</span>
    }
  }`,
  host: { class: 'font-mono break-words' },
})
export class ThingLinks {
  readonly text = input.required<string>();
  /** The names of the things there are. */
  readonly things = input.required<ReadonlySet<string>>();
  readonly pieces = computed(() => this.text().split(/(\b[A-Z][\w.-]*)/));
}

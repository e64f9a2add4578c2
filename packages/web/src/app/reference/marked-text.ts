import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';

/** A sentence in which what stands between backticks is code. */
@Component({
  selector: 'rq-marked-text',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `@for (piece of pieces(); track $index) {
    @if ($odd) {
      <code class="font-mono">{{ piece }}</code>
    } @else {
      <span>{{ piece }}</span>
    }
  }`,
})
export class MarkedText {
  readonly text = input.required<string>();
  readonly pieces = computed(() => this.text().split('`'));
}

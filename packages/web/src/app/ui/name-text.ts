import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { OpenScene } from '../state/open-scene';
import { namePieces } from './name-pieces';

/** A name as text: what is unseen becomes visible, direction stays inside, nothing is ever markup. */
@Component({
  selector: 'rq-name',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<bdi>
    @for (piece of pieces(); track $index) {
      <span [class]="piece.bad ? 'rounded-[2px] bg-block/20 text-block' : ''">{{ piece.text }}</span>
    } @empty {
      <i class="text-ink-3">no name</i>
      @if (instead()) {
        <i class="pl-2 text-ink-3" data-testid="shape-name">{{ instead() }}</i>
      }
    }
  </bdi>`,
  host: { class: 'inline-block min-w-0 truncate font-mono whitespace-pre' },
})
export class NameText {
  readonly of = input.required<string>();
  /** What tells something of what has no name. */
  readonly instead = input('');
  /** What the convention of the open scene has in its names is not marked. */
  readonly #open = inject(OpenScene, { optional: true });
  readonly pieces = computed(() => namePieces(this.of(), this.#open?.held()?.signs.trim() ?? ''));
}

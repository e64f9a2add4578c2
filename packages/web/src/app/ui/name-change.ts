import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import { diffChars } from 'diff';

/** Characters of a change beyond which it is shown whole: telling them apart would take longer than reading them. */
const most = 200;

/** A stretch of a name, changed or not. */
export interface ChangePiece {
  readonly text: string;
  readonly changed: boolean;
}
/** The characters of one side of a change, those the other side does not have marked; unseen ones are drawn. */
export function changePieces(before: string, after: string, side: 'before' | 'after'): ChangePiece[] {
  const draw = (text: string): string => text.replace(/\s/gu, '·').replace(/[\p{Cc}\p{Cf}]/gu, '␣');
  if (before.length + after.length > most)
    return [{ text: draw(side === 'before' ? before : after), changed: false }];
  return diffChars(before, after).flatMap(({ value, added, removed }) => {
    if (side === 'before' ? added : removed) return [];
    return [{ text: draw(value), changed: !!(added || removed) }];
  });
}

/** One side of a rename, with what goes or comes marked. Never markup. */
@Component({
  selector: 'rq-name-change',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `<bdi>
    @for (piece of pieces(); track $index) {
      <span
        [class]="
          piece.changed
            ? side() === 'before'
              ? 'rounded-[2px] bg-block/15 text-block line-through'
              : 'rounded-[2px] bg-wash'
            : ''
        "
        >{{ piece.text }}</span
      >
    } @empty {
      <i class="text-ink-3">no name</i>
    }
  </bdi>`,
  host: { class: 'inline-block min-w-0 truncate font-mono whitespace-pre' },
})
export class NameChange {
  readonly before = input.required<string>();
  readonly after = input.required<string>();
  readonly side = input.required<'before' | 'after'>();
  readonly pieces = computed(() => changePieces(this.before(), this.after(), this.side()));
}

import { ChangeDetectionStrategy, Component, computed, input, output } from '@angular/core';
import { Tip } from '../../ui/tip';

/** Across and up, -1 to 1 each, as the object faces: -1 across is its right. */
export interface Anchor {
  readonly x: number;
  readonly y: number;
}
const across = ['right', 'centre', 'left'];
const along = ['bottom', 'middle', 'top'];

/**
 * The bounds of an object from the front, with the nine places that a pivot can be put to. One control: the arrows go from place
 * to place, Enter or Space puts the pivot there; the one where it is now is filled.
 */
@Component({
  selector: 'rq-pivot-picker',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [Tip],
  template: `
    <div
      class="relative size-[84px] rounded border border-line-strong bg-sheet"
      role="radiogroup"
      aria-label="Pivot, on the bounds from the front"
    >
      <span
        class="pointer-events-none absolute inset-[13px] border border-dashed border-ink-3"
        aria-hidden="true"
      ></span>
      @for (anchor of anchors; track $index) {
        <button
          type="button"
          role="radio"
          class="group absolute grid size-[26px] place-items-center rounded-full disabled:opacity-50"
          [style.left.px]="(anchor.x + 1) * 28"
          [style.top.px]="(1 - anchor.y) * 28"
          [attr.aria-checked]="isChosen(anchor)"
          [attr.aria-label]="nameOf(anchor)"
          [rqTip]="nameOf(anchor)"
          [tabindex]="$index === tabStop() ? 0 : -1"
          [disabled]="disabled()"
          [attr.data-anchor]="anchor.x + ' ' + anchor.y"
          (click)="choose.emit(anchor)"
          (keydown)="key($event, anchor)"
        >
          <span
            class="block rounded-full border"
            [class]="
              isChosen(anchor)
                ? 'size-[14px] border-[3px] border-ink bg-jonquil'
                : 'size-[9px] border-ink-3 bg-page group-hover:bg-wash'
            "
          ></span>
        </button>
      }
    </div>
  `,
  host: { class: 'block shrink-0' },
})
export class PivotPicker {
  /** Where the pivot is now; null: at none of the nine. */
  readonly chosen = input<Anchor | null>(null);
  readonly disabled = input(false);
  readonly choose = output<Anchor>();
  readonly anchors: readonly Anchor[] = [1, 0, -1].flatMap((y) => [-1, 0, 1].map((x) => ({ x, y })));
  readonly tabStop = computed(() => {
    const at = this.anchors.findIndex((one) => this.isChosen(one));
    return at < 0 ? 4 : at;
  });

  isChosen({ x, y }: Anchor): boolean {
    const now = this.chosen();
    return now?.x === x && now.y === y;
  }
  nameOf({ x, y }: Anchor): string {
    return `${along[y + 1]} ${across[x + 1]}`;
  }
  key(event: KeyboardEvent, { x, y }: Anchor): void {
    const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[event.key];
    if (!step) return;
    event.preventDefault();
    const clamp = (n: number): number => Math.max(-1, Math.min(1, n));
    const [to, up] = [clamp(x + step[0]!), clamp(y + step[1]!)];
    const group = (event.currentTarget as HTMLElement).parentElement;
    group?.querySelector<HTMLElement>(`[data-anchor="${to} ${up}"]`)?.focus();
  }
}

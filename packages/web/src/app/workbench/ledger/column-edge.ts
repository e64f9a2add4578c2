import { ChangeDetectionStrategy, Component, ElementRef, inject, input } from '@angular/core';
import { leastVerdict } from './column-fit';
import { ColumnWidths } from './column-widths';

/** The right edge of a column's title: dragged it sets the width, a double click fits it to what stands in it. */
@Component({
  selector: 'rq-column-edge',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: '',
  host: {
    class:
      'absolute inset-y-0 -right-[5px] z-10 w-[9px] cursor-col-resize touch-none hover:bg-line-strong/60',
    'aria-hidden': 'true',
    '[attr.data-edge]': 'column()',
    '[title]': "'Drag to set the width; double-click to fit'",
    '(pointerdown)': 'begin($event)',
    '(pointermove)': 'drag($event)',
    '(pointerup)': 'from = null',
    '(pointercancel)': 'from = null',
    '(dblclick)': 'fit($event)',
    '(click)': '$event.stopPropagation()',
  },
})
export class ColumnEdge {
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #widths = inject(ColumnWidths);
  readonly view = input.required<string>();
  readonly column = input.required<string>();
  from: { readonly x: number; readonly width: number; readonly most: number } | null = null;

  begin(event: PointerEvent): void {
    if (event.button !== 0) return;
    // Neither the column nor its menu is meant.
    event.stopPropagation();
    event.preventDefault();
    const edge = this.#host.nativeElement;
    edge.setPointerCapture(event.pointerId);
    // The others stay where they are, so that the edge stays under the pointer; the verdict gives or takes.
    const heads = [...edge.closest('[role=row]')!.querySelectorAll<HTMLElement>('[data-edge]')];
    for (const one of heads)
      this.#widths.set(this.view(), one.dataset['edge']!, one.parentElement!.offsetWidth);
    const last = edge.closest('[role=row]')!.lastElementChild as HTMLElement;
    const width = edge.parentElement!.offsetWidth;
    this.from = { x: event.clientX, width, most: width + last.offsetWidth - leastVerdict };
  }
  drag(event: PointerEvent): void {
    if (!this.from) return;
    const { x, width, most } = this.from;
    this.#widths.set(this.view(), this.column(), Math.min(most, width + event.clientX - x));
  }
  fit(event: Event): void {
    event.stopPropagation();
    this.#widths.fit(this.view(), this.column());
  }
}

import { DestroyRef, Directive, ElementRef, inject, input } from '@angular/core';
import { TipLayer } from './tip-layer';

/** Milliseconds that a pointer rests before a tip is shown. */
const rest = 450;

/**
 * Says more of an element while the pointer rests on it or the keys are there. It goes with Escape, stays while the pointer
 * is on it, and describes the element to screen readers (WCAG 2.2, 1.4.13). Empty: there is nothing to say.
 */
@Directive({ selector: '[rqTip]' })
export class Tip {
  readonly rqTip = input.required<string | null | undefined>();

  constructor() {
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    const layer = inject(TipLayer);
    let timer: ReturnType<typeof setTimeout> | undefined;
    const show = (of: HTMLElement = nativeElement): void =>
      layer.show(nativeElement, () => this.rqTip() ?? '', of);
    const hide = (): void => {
      clearTimeout(timer);
      layer.hide(nativeElement);
    };
    // Heard without Angular: a pointer that passes over rows draws nothing anew.
    const hears: Partial<Record<keyof HTMLElementEventMap, (event: Event) => void>> = {
      pointerenter: () => (timer = setTimeout(show, rest)),
      pointerleave: () => {
        clearTimeout(timer);
        layer.hideSoon(nativeElement);
      },
      // Of a label it is the field in it that is described.
      focusin: ({ target }) => {
        if ((target as HTMLElement).matches(':focus-visible')) show(target as HTMLElement);
      },
      focusout: hide,
      pointerdown: hide,
    };
    for (const [event, hear] of Object.entries(hears)) nativeElement.addEventListener(event, hear);
    inject(DestroyRef).onDestroy(hide);
  }
}

import { CdkMenuTrigger } from '@angular/cdk/menu';
import { DestroyRef, Directive, ElementRef, inject } from '@angular/core';

/**
 * An item that opens a menu beside its own. The pointer opens it by coming near; a click that follows must not close it
 * again, as the toggle underneath would.
 */
@Directive({ selector: '[rqMenuItem][cdkMenuTriggerFor]' })
export class Submenu {
  constructor() {
    const trigger = inject(CdkMenuTrigger);
    const { nativeElement } = inject<ElementRef<HTMLElement>>(ElementRef);
    const keep = (event: Event): void => {
      if (trigger.isOpen()) event.stopImmediatePropagation();
    };
    nativeElement.addEventListener('click', keep, true);
    inject(DestroyRef).onDestroy(() => nativeElement.removeEventListener('click', keep, true));
  }
}

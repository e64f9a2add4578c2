import { DestroyRef, inject, signal, type Signal } from '@angular/core';

/**
 * False until what is on the page has been painted, then true: what need not be there at first is made in a task of its own.
 * `turn` puts those that wait at the same time one behind the other. To be called where injecting is.
 */
export function afterPaint(turn = 0): Signal<boolean> {
  const painted = signal(false);
  let timer: ReturnType<typeof setTimeout> | undefined;
  const frame = requestAnimationFrame(() => (timer = setTimeout(() => painted.set(true), 20 * turn)));
  inject(DestroyRef).onDestroy(() => {
    cancelAnimationFrame(frame);
    clearTimeout(timer);
  });
  return painted.asReadonly();
}

import { Injectable, signal } from '@angular/core';

/** Whether the 3D view has the whole room of its step; what lies under it takes no keys meanwhile. */
@Injectable({ providedIn: 'root' })
export class ViewRoom {
  readonly whole = signal(false);
  #undo: (() => void)[] = [];

  toggle(): void {
    this.whole.update((now) => !now);
  }
  /** Lays the view over all that `main` holds, or puts it back into its pane. */
  lay(view: HTMLElement, whole: boolean): void {
    for (const undo of this.#undo.splice(0)) undo();
    const main = view.closest('main');
    if (!whole || !main) return;
    const had = document.activeElement;
    const { top, left, width, height } = main.getBoundingClientRect();
    const before = view.style.cssText;
    view.style.cssText = `${before};position:fixed;z-index:20;top:${top}px;left:${left}px;width:${width}px;height:${height}px`;
    this.#undo.push(() => (view.style.cssText = before));
    for (let at: HTMLElement = view; at !== main; at = at.parentElement!)
      for (const beside of at.parentElement!.children)
        if (beside !== at && beside instanceof HTMLElement && !beside.inert) {
          beside.inert = true;
          this.#undo.push(() => (beside.inert = false));
        }
    // What lies under the view has the keys no more; it gets them back.
    if (had instanceof HTMLElement && had.closest('[inert]')) {
      view.querySelector<HTMLElement>('canvas')?.focus();
      this.#undo.push(() => had.focus());
    }
  }
}

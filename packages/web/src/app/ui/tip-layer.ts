import { Overlay, type OverlayRef } from '@angular/cdk/overlay';
import { ComponentPortal } from '@angular/cdk/portal';
import { inject, Injectable, untracked } from '@angular/core';
import { TipBox } from './tip-box';

/** Milliseconds that a tip stays after the pointer left its element, so that it can be reached. */
const grace = 150;
const near = [
  { originX: 'center', originY: 'bottom', overlayX: 'center', overlayY: 'top', offsetY: 6 },
  { originX: 'center', originY: 'top', overlayX: 'center', overlayY: 'bottom', offsetY: -6 },
] as const;

/** The one tip that the page shows at a time. */
@Injectable({ providedIn: 'root' })
export class TipLayer {
  readonly #overlay = inject(Overlay);
  #shown: {
    readonly of: HTMLElement;
    readonly overlay: OverlayRef;
    readonly describes: HTMLElement;
    readonly before: string | null;
  } | null = null;
  #timer: ReturnType<typeof setTimeout> | undefined;
  readonly #hearEscape = (event: KeyboardEvent): void => {
    if (event.key === 'Escape') this.#end();
  };

  /** `describes` is the element that it says something of, where that is one within `of`. */
  show(of: HTMLElement, says: () => string, describes = of): void {
    this.#end();
    if (!untracked(says) || !of.isConnected) return;
    const overlay = this.#overlay.create({
      positionStrategy: this.#overlay
        .position()
        .flexibleConnectedTo(of)
        .withPositions([...near])
        .withViewportMargin(8),
      scrollStrategy: this.#overlay.scrollStrategies.close(),
    });
    const { instance: box, location } = overlay.attach(new ComponentPortal(TipBox));
    box.says.set(says);
    const element = location.nativeElement as HTMLElement;
    element.addEventListener('pointerenter', () => clearTimeout(this.#timer));
    element.addEventListener('pointerleave', () => this.hideSoon(of));
    this.#shown = { of, overlay, describes, before: describes.getAttribute('aria-describedby') };
    describes.setAttribute('aria-describedby', box.id);
    document.addEventListener('keydown', this.#hearEscape, { capture: true });
    overlay.detachments().subscribe(() => this.#shown?.overlay === overlay && this.#end());
  }
  hide(of: HTMLElement): void {
    if (this.#shown?.of === of) this.#end();
  }
  hideSoon(of: HTMLElement): void {
    if (this.#shown?.of !== of) return;
    clearTimeout(this.#timer);
    this.#timer = setTimeout(() => this.hide(of), grace);
  }
  #end(): void {
    clearTimeout(this.#timer);
    const shown = this.#shown;
    if (!shown) return;
    this.#shown = null;
    document.removeEventListener('keydown', this.#hearEscape, { capture: true });
    if (shown.before === null) shown.describes.removeAttribute('aria-describedby');
    else shown.describes.setAttribute('aria-describedby', shown.before);
    shown.overlay.dispose();
  }
}

import { DOCUMENT, inject, Injectable, type OnDestroy } from '@angular/core';
import { NavigationEnd, Router } from '@angular/router';
import type { Subscription } from 'rxjs';

/**
 * The keys are always somewhere: when what had the focus goes away (a tray that was applied, a menu, a page), the focus goes to
 * the place on the page that is marked `data-home`, the first that is seen, else to the page's `main`.
 */
@Injectable({ providedIn: 'root' })
export class FocusKeeper implements OnDestroy {
  readonly #document = inject(DOCUMENT);
  readonly #observer = new MutationObserver((records) => {
    this.#look();
    // A button that can no longer be pressed loses the focus only when the page is drawn.
    if (records.some(({ type }) => type === 'attributes'))
      requestAnimationFrame(() => requestAnimationFrame(() => this.#look()));
  });
  readonly #navigation: Subscription;
  /** What had the focus last: as long as it could have it still, somebody has left it by their own will. */
  #last: HTMLElement | null = null;
  #path = '';

  constructor() {
    this.#document.addEventListener('focusin', this.#begin);
    this.#observer.observe(this.#document.body, {
      childList: true,
      subtree: true,
      attributes: true,
      attributeFilter: ['disabled'],
    });
    this.#navigation = inject(Router).events.subscribe((event) => {
      if (!(event instanceof NavigationEnd)) return;
      const [path] = event.urlAfterRedirects.split('?') as [string];
      const isOther = this.#path !== '' && path !== this.#path;
      this.#path = path;
      // A link of the bar stays where it is; the person went on to the page.
      if (isOther) this.#toHomeSoon(30);
    });
  }
  ngOnDestroy(): void {
    this.#last = null;
    this.#observer.disconnect();
    this.#navigation.unsubscribe();
    this.#document.removeEventListener('focusin', this.#begin);
  }
  /** The focus goes to the page's own place. False: it has none yet. */
  home(): boolean {
    const places = [...this.#document.querySelectorAll<HTMLElement>('[data-home]')];
    const place =
      places.find((one) => one.getClientRects().length > 0) ?? this.#document.querySelector('main');
    if (!place) return false;
    if (place.tabIndex < 0 && !place.hasAttribute('tabindex')) place.tabIndex = -1;
    place.focus({ preventScroll: true });
    return true;
  }
  readonly #begin = (event: FocusEvent): void => {
    this.#last = event.target as HTMLElement;
  };
  #look(): void {
    const last = this.#last;
    if (!last || this.#document.activeElement !== this.#document.body) return;
    if (last.isConnected && !last.matches(':disabled') && last.getClientRects().length) return;
    requestAnimationFrame(() => {
      // Whoever took away what had the focus may be about to put it somewhere.
      const isLost = this.#last === last && this.#document.activeElement === this.#document.body;
      if (!isLost || !this.#document.hasFocus()) return;
      if (
        !this.#document.querySelector(
          '.cdk-overlay-container [role=dialog], .cdk-overlay-container [role=menu]',
        )
      )
        this.home();
    });
  }
  /** Pages come a moment after their address. */
  #toHomeSoon(tries: number): void {
    setTimeout(() => {
      const now = this.#document.activeElement;
      const isInPlace = now?.closest('main, .cdk-overlay-container') ?? now?.matches('input');
      if (isInPlace) return;
      if (!this.#document.querySelector('[data-home]') && tries > 0) return this.#toHomeSoon(tries - 1);
      this.home();
    }, 60);
  }
}

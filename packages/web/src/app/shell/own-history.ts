import { DOCUMENT, inject, Injectable, type OnDestroy } from '@angular/core';

/**
 * Browsers keep one history of typing for the whole page: undo in one field, or beside all of them, takes back what was
 * typed in another, out of sight. A field's history is the field's own.
 */
@Injectable({ providedIn: 'root' })
export class OwnHistory implements OnDestroy {
  readonly #document = inject(DOCUMENT);

  constructor() {
    this.#document.addEventListener('beforeinput', this.#keep, true);
  }
  ngOnDestroy(): void {
    this.#document.removeEventListener('beforeinput', this.#keep, true);
  }
  readonly #keep = (event: InputEvent): void => {
    if (event.inputType.startsWith('history') && event.target !== this.#document.activeElement)
      event.preventDefault();
  };
}

import { inject, Injectable, signal } from '@angular/core';
import { Theme } from '../state/theme';

const family = 'Atkinson Hyperlegible Mono Variable';

/** The page's colours and font, for charts: read it in a computed and it is drawn again when they change. */
@Injectable({ providedIn: 'root' })
export class ChartLook {
  readonly #theme = inject(Theme);
  /** A canvas does not wait for a font as a page does. */
  readonly #hasFont = signal(false);

  constructor() {
    // Without it a chart is read in the font of the system.
    document.fonts.load(`11px "${family}"`).then(
      () => this.#hasFont.set(true),
      () => undefined,
    );
  }
  colours(...names: string[]): string[] {
    this.#theme.name();
    const css = getComputedStyle(document.documentElement);
    return names.map((name) => css.getPropertyValue(name).trim());
  }
  font(size: number): { readonly family: string; readonly size: number } {
    this.#hasFont();
    return { family, size };
  }
}

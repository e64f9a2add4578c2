import { readJson } from '@renquil/core/own-json';
import { Injectable, signal } from '@angular/core';

const key = 'renquil.columnWidths';
/** No column is narrower, pixels: its edge must stay under the pointer. */
const leastWidth = 40;

/** Widths of columns that somebody dragged, pixels, remembered in this browser; of the others nothing. */
@Injectable({ providedIn: 'root' })
export class ColumnWidths {
  readonly #own = signal<Readonly<Record<string, number>>>(read());

  own(view: string, column: string): number | undefined {
    return this.#own()[`${view}.${column}`];
  }
  set(view: string, column: string, pixels: number): void {
    this.#keep({ ...this.#own(), [`${view}.${column}`]: Math.max(leastWidth, Math.round(pixels)) });
  }
  /** The column takes its width from what stands in it again; without one, all of the view do. */
  fit(view: string, column?: string): void {
    const rest = Object.entries(this.#own()).filter(([name]) =>
      column === undefined ? !name.startsWith(`${view}.`) : name !== `${view}.${column}`,
    );
    this.#keep(Object.fromEntries(rest));
  }
  #keep(own: Readonly<Record<string, number>>): void {
    this.#own.set(own);
    localStorage.setItem(key, JSON.stringify(own));
  }
}

function read(): Readonly<Record<string, number>> {
  try {
    const kept: unknown = readJson(localStorage.getItem(key) ?? 'null');
    if (kept && typeof kept === 'object' && !Array.isArray(kept))
      return Object.fromEntries(
        Object.entries(kept).filter((one): one is [string, number] => Number.isFinite(one[1])),
      );
  } catch {
    // Unreadable: as if nothing was kept.
  }
  return {};
}

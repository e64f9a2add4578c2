import { readJson } from '@renquil/core/own-json';
import { Injectable } from '@angular/core';
import type { SplitAreaSize } from 'angular-split';

/** Widths and heights that someone dragged, remembered in this browser. */
@Injectable({ providedIn: 'root' })
export class PaneSizes {
  of(name: string, fallback: readonly number[]): readonly number[] {
    try {
      const kept: unknown = readJson(localStorage.getItem(`renquil.panes.${name}`) ?? 'null');
      if (
        Array.isArray(kept) &&
        kept.length === fallback.length &&
        kept.every((n) => typeof n === 'number' && n > 0)
      )
        return kept as number[];
    } catch {
      // Unreadable: as if nothing was kept.
    }
    return fallback;
  }
  keep(name: string, sizes: readonly SplitAreaSize[]): void {
    localStorage.setItem(`renquil.panes.${name}`, JSON.stringify(sizes));
  }
}

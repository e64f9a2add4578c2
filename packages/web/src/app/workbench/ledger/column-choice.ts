import { readJson } from '@renquil/core/own-json';
import type { Json } from '@renquil/core/scene';
import { computed, Injectable, signal } from '@angular/core';
import { treeColumns, type TreeColumn } from './tree-columns';

interface Kept {
  readonly chosen: readonly string[];
  readonly sort: { readonly key: string; readonly down: boolean } | null;
}
const key = 'renquil.columns';
const first: Kept = { chosen: ['kids', 'faces', 'layer', 'switches'], sort: null };

/** Which columns Arrange shows, in which order, and what siblings are sorted by; remembered in this browser. */
@Injectable()
export class ColumnChoice {
  readonly #kept = signal<Kept>(read());
  readonly chosen = computed(() =>
    this.#kept().chosen.flatMap((key) => treeColumns.find((column) => column.key === key) ?? []),
  );
  readonly sort = computed(() => this.#kept().sort);
  readonly offered: readonly TreeColumn[] = treeColumns;

  toggle(column: string): void {
    const { chosen } = this.#kept();
    this.#keep({
      chosen: chosen.includes(column) ? chosen.filter((one) => one !== column) : [...chosen, column],
    });
  }
  move(from: number, to: number): void {
    const chosen = [...this.#kept().chosen];
    if (from < 0 || to < 0 || from >= chosen.length || to >= chosen.length) return;
    chosen.splice(to, 0, ...chosen.splice(from, 1));
    this.#keep({ chosen });
  }
  /** Up, then down, then as the tree has it. */
  sortBy(column: string): void {
    const { sort } = this.#kept();
    this.#keep({
      sort:
        sort?.key !== column ? { key: column, down: false } : sort.down ? null : { key: column, down: true },
    });
  }
  #keep(change: Partial<Kept>): void {
    this.#kept.update((now) => ({ ...now, ...change }));
    localStorage.setItem(key, JSON.stringify(this.#kept()));
  }
}

function read(): Kept {
  try {
    const kept = members(readJson(localStorage.getItem(key) ?? 'null'));
    const { key: by, down } = members(kept['sort']);
    const chosen = kept['chosen'];
    if (Array.isArray(chosen) && chosen.every((one) => typeof one === 'string'))
      return { chosen, sort: typeof by === 'string' ? { key: by, down: down === true } : null };
  } catch {
    // Unreadable: as if nothing was kept.
  }
  return first;
}
function members(value: Json | undefined): Readonly<Record<string, Json>> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
    ? (value as Readonly<Record<string, Json>>)
    : {};
}

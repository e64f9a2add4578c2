import { inject, signal } from '@angular/core';
import type { ObjectId } from '@renquil/core/scene';
import type { TreeRow } from '@renquil/core/workbench';
import { OpenScene } from '../../state/open-scene';
import { ArrangeState } from '../arrange/arrange-state';
import { LedgerState } from './ledger-state';

/** Where on a row something is dropped. */
export type DropAt = 'onto' | 'before' | 'after';

/**
 * Rows are dragged onto, before or after others (the browser's own drag and drop, which scrolls long lists by itself).
 * A folded row under the pointer opens after a moment.
 */
export class RowDrag {
  readonly #open = inject(OpenScene);
  readonly #ledger = inject(LedgerState);
  readonly #arrange = inject(ArrangeState);
  /** Rows that are sorted have no place before or after another. */
  readonly ontoOnly = signal(false);
  readonly target = signal<{ readonly id: ObjectId; readonly at: DropAt } | null>(null);
  #dragged: readonly ObjectId[] = [];
  #unfold: ReturnType<typeof setTimeout> | undefined;

  start(event: DragEvent, row: TreeRow): void {
    const { picked } = this.#ledger.picking();
    this.#dragged = picked.has(row.id) ? [...picked] : [row.id];
    event.dataTransfer?.setData(
      'text/plain',
      this.#dragged.map((id) => this.#open.scene.get(id).name).join('\n'),
    );
    if (event.dataTransfer) event.dataTransfer.effectAllowed = 'move';
  }
  over(event: DragEvent, row: TreeRow): void {
    if (!this.#dragged.length || !this.#allowed(row.id)) return;
    event.preventDefault();
    const box = (event.currentTarget as HTMLElement).getBoundingClientRect();
    const share = (event.clientY - box.top) / box.height;
    const at: DropAt = this.ontoOnly() ? 'onto' : share < 0.28 ? 'before' : share > 0.72 ? 'after' : 'onto';
    const now = this.target();
    if (now?.id === row.id && now.at === at) return;
    this.target.set({ id: row.id, at });
    clearTimeout(this.#unfold);
    if (at === 'onto' && row.hasChildren && !row.open)
      this.#unfold = setTimeout(() => this.#ledger.toggleFold(row.id), 600);
  }
  leave(row: TreeRow): void {
    if (this.target()?.id === row.id) this.target.set(null);
  }
  drop(event: DragEvent, row: TreeRow): void {
    event.preventDefault();
    const target = this.target();
    const dragged = this.#dragged;
    this.end();
    if (!target || target.id !== row.id || !dragged.length) return;
    if (target.at === 'onto') return this.#arrange.moveUnder(dragged, row.id);
    const { scene } = this.#open;
    const { parent } = scene.get(row.id);
    const siblings = scene.childrenOf(parent);
    const at = siblings.indexOf(row.id) + (target.at === 'after' ? 1 : 0);
    // Places are counted once the dragged ones are out of the way.
    const before = siblings.slice(0, at).filter((id) => dragged.includes(id)).length;
    this.#arrange.moveUnder(dragged, parent, at - before);
  }
  end(): void {
    clearTimeout(this.#unfold);
    this.#dragged = [];
    this.target.set(null);
  }
  #allowed(id: ObjectId): boolean {
    return !this.#dragged.some((dragged) => this.#open.scene.isWithin(id, dragged));
  }
}

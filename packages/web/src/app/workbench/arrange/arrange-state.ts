import { computed, inject, Injectable, signal } from '@angular/core';
import { planMoves, planRemove, type MoveRequest, type ObjectId } from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { LedgerState } from '../ledger/ledger-state';

/** Tree work on what is picked, in the order it was picked. */
@Injectable()
export class ArrangeState {
  readonly #open = inject(OpenScene);
  readonly #ledger = inject(LedgerState);
  readonly #toasts = inject(ToastList);
  readonly keep = signal<'world' | 'local'>('world');
  readonly picked = computed(() => [...this.#ledger.picking().picked]);

  /** The last picked becomes the parent of the others. */
  parentToLast(): void {
    const picked = this.picked();
    const parent = this.#ledger.picking().active;
    if (picked.length < 2 || parent === null) return;
    const moves = picked
      .filter((id) => id !== parent)
      .map((object): MoveRequest => ({ object, under: parent }));
    this.#move(`Put ${moves.length} under ${this.#name(parent)}`, moves);
  }
  /** One level up, to just after the old parent. */
  liftOut(): void {
    const { scene } = this.#open;
    const moves = this.picked().flatMap((id): MoveRequest[] => {
      const { parent } = scene.get(id);
      if (parent === null) return [];
      const above = scene.get(parent).parent;
      return [{ object: id, under: above, index: scene.childrenOf(above).indexOf(parent) + 1 }];
    });
    this.#move(
      `Lift out ${moves.length === 1 ? this.#name(moves[0]!.object) : moves.length}`,
      moves.reverse(),
    );
  }
  shift(by: 1 | -1): void {
    const { active } = this.#ledger.picking();
    if (active === null) return;
    const { scene } = this.#open;
    const { parent } = scene.get(active);
    const index = scene.childrenOf(parent).indexOf(active) + by;
    if (index < 0 || index >= scene.childrenOf(parent).length) return;
    this.#move(`Move ${this.#name(active)} ${by < 0 ? 'up' : 'down'}`, [
      { object: active, under: parent, index },
    ]);
  }
  remove(): void {
    const picked = this.picked();
    const edits = planRemove(this.#open.scene, picked);
    if (
      this.#open.apply(
        `Remove ${picked.length === 1 ? this.#name(picked[0]!) : `${picked.length} objects`}`,
        edits,
      )
    )
      this.#ledger.pickNothing();
  }
  #move(label: string, moves: readonly MoveRequest[]): void {
    const plan = planMoves(this.#open.scene, moves, this.keep());
    if (!plan.ok) this.#toasts.complain(`${plan.because}. Nothing was moved.`);
    else this.#open.apply(label, plan.edits);
  }
  #name(id: ObjectId): string {
    return this.#open.scene.get(id).name || 'an unnamed object';
  }
}

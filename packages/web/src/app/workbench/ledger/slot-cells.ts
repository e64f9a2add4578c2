import { inject, Injectable } from '@angular/core';
import type { Finding } from '@renquil/core/checks';
import { resolveClashes, withSlot } from '@renquil/core/names/recipe';
import { planRename } from '@renquil/core/plans';
import type { ObjectId } from '@renquil/core/scene';
import { judgeName } from '@renquil/core/workbench';
import { readRows } from '@renquil/formats';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { LedgerState } from './ledger-state';

/** One slot of a name, or of the names of all that is picked, changed from its cell: typed, filled down, pasted. */
@Injectable()
export class SlotCells {
  readonly #open = inject(OpenScene);
  readonly #state = inject(LedgerState);
  readonly #toasts = inject(ToastList);
  #before: 'bench' | 'propose' = 'bench';

  /** What an edit in a cell of this row changes: all that is picked when the row is, in the order shown. */
  rowsOf(id: ObjectId): ObjectId[] {
    const { picked } = this.#state.picking();
    return picked.has(id) && picked.size > 1 ? this.#inOrder(picked) : [id];
  }
  /** Shows in place what a text would make of the rows. @returns what would be wrong with this row's name; null: it fits. */
  preview(id: ObjectId, slot: string, text: string): Finding | null {
    const rows = this.rowsOf(id);
    if (this.#state.previewBy() !== 'cells') this.#before = this.#state.previewBy() as 'bench' | 'propose';
    this.#state.previewBy.set('cells');
    const { names, clashes } = this.#resolve(new Map(rows.map((row) => [row, new Map([[slot, text]])])));
    this.#state.preview.set({ names, clashes: new Map(clashes.map((clash) => [clash.object, clash])) });
    const { scene, convention } = this.#open;
    const object = scene.get(id);
    return judgeName({ scene, convention }, object, names.get(id) ?? object.name, names);
  }
  endPreview(): void {
    if (this.#state.previewBy() !== 'cells') return;
    this.#state.preview.set(null);
    this.#state.previewBy.set(this.#before);
  }
  put(id: ObjectId, slot: string, text: string): void {
    this.#apply(
      new Map(this.rowsOf(id).map((row) => [row, new Map([[slot, text]])])),
      `Set ${slot} to ${text || 'nothing'}`,
    );
  }
  /** The text of the first picked row into the others. */
  fillDown(slot: string): void {
    const rows = this.#inOrder(this.#state.picking().picked);
    const [first, ...others] = rows;
    if (first === undefined || !others.length) return;
    const text = this.#open.slotText(first, slot);
    this.#apply(
      new Map(others.map((row) => [row, new Map([[slot, text]])])),
      `Fill ${slot} down with ${text || 'nothing'}`,
    );
  }
  /** What is picked, a line for each row: one slot, or the name and all slots. Parted by tabs, as spreadsheets have it. */
  copy(slot: string | null): string {
    const { scene } = this.#open;
    const slots = slot === null ? [...this.#open.convention.slots.keys()] : [slot];
    return this.#inOrder(this.#state.picking().picked)
      .map((id) =>
        [
          ...(slot === null ? [scene.get(id).name] : []),
          ...slots.map((one) => this.#open.slotText(id, one)),
        ].join('\t'),
      )
      .join('\n');
  }
  /** A block of cells, from the active row down and from the active slot on; from the name, its first column is names. */
  paste(slot: string | null, block: string): void {
    const { active } = this.#state.picking();
    if (active === null || !block.trim()) return;
    let lines: string[][];
    try {
      lines = readRows(block);
    } catch (error) {
      return this.#toasts.complain(error);
    }
    const slots = [...this.#open.convention.slots.keys()];
    const from = slot === null ? 0 : slots.indexOf(slot);
    const order = this.#state.rows().ownIds();
    const rows = order.slice(order.indexOf(active), order.indexOf(active) + lines.length);
    const wanted = new Map<ObjectId, string>();
    const changes = new Map<ObjectId, Map<string, string>>();
    rows.forEach((id, i) => {
      const cells = lines[i]!;
      if (slot === null && cells[0]) wanted.set(id, cells[0]);
      if (slot !== null)
        changes.set(
          id,
          new Map(cells.map((text, k) => [slots[from + k]!, text.trim()] as const).filter(([key]) => key)),
        );
    });
    if (lines.length > rows.length)
      this.#toasts.say(`${lines.length - rows.length} of ${lines.length} lines had no row left to go to.`);
    this.#apply(changes, `Paste ${rows.length} row${rows.length === 1 ? '' : 's'}`, wanted);
  }
  #inOrder(ids: ReadonlySet<ObjectId>): ObjectId[] {
    return Array.from(this.#state.order().filter((id) => ids.has(id)));
  }
  #resolve(
    changes: ReadonlyMap<ObjectId, ReadonlyMap<string, string>>,
    names: ReadonlyMap<ObjectId, string> = new Map(),
  ) {
    const { scene, convention } = this.#open;
    const wanted = new Map<ObjectId, string>(names);
    for (const [id, slots] of changes) {
      const object = scene.get(id);
      wanted.set(id, withSlot(convention, convention.keyOf(scene, object), object.name, slots));
    }
    return resolveClashes(scene, wanted, 'number-on', convention);
  }
  #apply(
    changes: ReadonlyMap<ObjectId, ReadonlyMap<string, string>>,
    label: string,
    wanted?: ReadonlyMap<ObjectId, string>,
  ): void {
    const { names, clashes } = this.#resolve(changes, wanted);
    if (!names.size) return;
    this.#open.apply(
      names.size > 1 ? `${label} in ${names.size} names` : label,
      planRename(this.#open.scene, names),
    );
    if (clashes.length)
      this.#toasts.say(
        `${clashes.length === 1 ? `"${clashes[0]!.wanted}" was taken: it` : `${clashes.length} names were taken: they`} took the next free number.`,
      );
  }
}

import { openMenu } from '../../ui/open-menu';
import type { CdkMenuTrigger } from '@angular/cdk/menu';
import type { ElementRef } from '@angular/core';
import type { OpenScene } from '../../state/open-scene';
import type { LedgerState } from './ledger-state';
import type { SlotCells } from './slot-cells';
import type { SlotHead } from './slot-head';

/** Heights of a row, and of the head over them, pixels. */
export const [rowHeight, headHeight] = [26, 30];

/** What keys act on. */
interface KeyedLedger {
  readonly open: OpenScene;
  readonly state: LedgerState;
  readonly cells: SlotCells;
  columns(): 'slots' | 'tree';
  slots(): readonly string[];
  grid(): ElementRef<HTMLElement>;
  heads(): readonly SlotHead[];
  columnTrigger(): CdkMenuTrigger | undefined;
  startEditing(): void;
}

/** What keys and the clipboard do in the ledger: rows are walked, cells of slots typed into, copied and pasted. */
export class LedgerKeys {
  constructor(readonly ledger: KeyedLedger) {}

  hear(event: KeyboardEvent): void {
    const grid = this.ledger.grid().nativeElement;
    if (this.ledger.state.editing() !== null) {
      // The field is on its way: letters typed meanwhile belong to it.
      if (event.target === grid && this.ledger.state.typed() !== null && event.key.length === 1) {
        event.preventDefault();
        this.ledger.state.typed.update((text) => (text ?? '') + event.key);
      }
      return;
    }
    // A column's own button is pressed by its own keys.
    if (event.target !== grid && (event.key === 'Enter' || event.key === ' ')) return;
    const action = this.#chord(event) ?? this.#inCellKey(event) ?? this.#plainKey(event);
    if (action === undefined || action === 'others') return;
    event.preventDefault();
    action();
  }
  /** What a key does together with Ctrl, Cmd or Alt; 'others': it is somebody else's. */
  #chord(event: KeyboardEvent): (() => void) | 'others' | undefined {
    const ctrl = event.ctrlKey || event.metaKey;
    if (ctrl && event.key === 'a') return () => this.ledger.state.pickShown();
    if (ctrl && event.key === 'd' && this.#inCell() && this.ledger.open.mayEdit())
      return () => this.ledger.cells.fillDown(this.ledger.state.cell()!);
    if (event.altKey && event.key === 'ArrowDown') return () => this.#openColumnMenu();
    return ctrl || event.altKey ? 'others' : undefined;
  }
  /** What a key does among the cells of slots: Tab goes on to the next, a letter begins to type in it. */
  #inCellKey(event: KeyboardEvent): (() => void) | 'others' | undefined {
    if (
      event.key === 'Tab' &&
      this.ledger.columns() === 'slots' &&
      this.ledger.state.picking().active !== null
    ) {
      this.ledger.state.stepCell(event.shiftKey ? -1 : 1, this.ledger.slots());
      // From the last slot the key goes on to what comes after the ledger.
      return this.ledger.state.cell() !== null ? () => undefined : 'others';
    }
    if (this.#inCell() && event.key.length === 1 && event.key !== ' ' && this.ledger.open.mayEdit())
      return () => this.ledger.state.editCell(event.key);
    return undefined;
  }
  #plainKey({ key, shiftKey: extends_ }: KeyboardEvent): (() => void) | undefined {
    const height = this.ledger.grid().nativeElement.clientHeight - headHeight;
    const page = Math.max(1, Math.floor(height / rowHeight) - 1);
    const actions: Readonly<Record<string, () => void>> = {
      ArrowDown: () => this.ledger.state.step(1, extends_),
      ArrowUp: () => this.ledger.state.step(-1, extends_),
      PageDown: () => this.ledger.state.step(page, extends_),
      PageUp: () => this.ledger.state.step(-page, extends_),
      Home: () => this.ledger.state.toEdge('first', extends_),
      End: () => this.ledger.state.toEdge('last', extends_),
      ArrowLeft: () =>
        this.#inCell() ? this.ledger.state.stepCell(-1, this.ledger.slots()) : this.ledger.state.walk('out'),
      ArrowRight: () =>
        this.#inCell() ? this.ledger.state.stepCell(1, this.ledger.slots()) : this.ledger.state.walk('in'),
      // The whole name, wherever the keys are; Enter changes the cell they are in.
      F2: () => (this.ledger.state.cell.set(null), this.ledger.startEditing()),
      Delete: () => this.#clearCell(),
      Enter: () => this.ledger.startEditing(),
      Escape: () => (this.#inCell() ? this.ledger.state.cell.set(null) : this.ledger.state.pickNothing()),
      ' ': () => this.#toggleActive(),
    };
    return Object.hasOwn(actions, key) ? actions[key] : undefined;
  }
  #inCell(): boolean {
    return this.ledger.columns() === 'slots' && this.ledger.state.cell() !== null;
  }
  #clearCell(): void {
    const { active } = this.ledger.state.picking();
    if (this.#inCell() && active !== null && this.ledger.open.mayEdit())
      this.ledger.cells.put(active, this.ledger.state.cell()!, '');
  }
  copy(event: ClipboardEvent): void {
    if (
      this.ledger.state.editing() !== null ||
      this.ledger.columns() !== 'slots' ||
      !this.ledger.state.picking().picked.size
    )
      return;
    event.clipboardData?.setData('text/plain', this.ledger.cells.copy(this.ledger.state.cell()));
    event.preventDefault();
  }
  paste(event: ClipboardEvent): void {
    if (
      this.ledger.state.editing() !== null ||
      this.ledger.columns() !== 'slots' ||
      !this.ledger.open.mayEdit()
    )
      return;
    event.preventDefault();
    this.ledger.cells.paste(this.ledger.state.cell(), event.clipboardData?.getData('text/plain') ?? '');
  }
  #toggleActive(): void {
    const { active } = this.ledger.state.picking();
    if (active !== null) this.ledger.state.pick(active, 'toggle');
  }
  /** The menu of the column the keys are in; in Arrange that of all columns. */
  #openColumnMenu(): void {
    if (this.ledger.columns() === 'tree') return openMenu(this.ledger.columnTrigger());
    const cell = this.ledger.state.cell() ?? this.ledger.slots()[0];
    this.ledger
      .heads()
      .find((head) => head.slot() === cell)
      ?.openMenu();
  }
}

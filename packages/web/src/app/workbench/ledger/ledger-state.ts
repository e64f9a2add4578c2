import { computed, effect, inject, Injectable, signal, untracked } from '@angular/core';
import type { Doubt } from '@renquil/core/names/propose';
import type { Clash } from '@renquil/core/names/recipe';
import type { Mat4 } from '@renquil/core/math';
import type { ObjectId } from '@renquil/core/scene';
import {
  nothingPicked,
  pick,
  pickMany,
  slotRows,
  stepRow,
  treeRows,
  type PickHow,
  type Picking,
} from '@renquil/core/workbench';
import { ColumnChoice } from './column-choice';
import { facesOf } from './faces-of';
import { LedgerFilter } from './ledger-filter';
import { compareBy, treeColumns } from './tree-columns';
import { OpenScene } from '../../state/open-scene';

/** Names that a recipe or proposals would give, as the ledger shows them. */
export interface ShownPreview {
  readonly names: ReadonlyMap<ObjectId, string>;
  readonly clashes: ReadonlyMap<ObjectId, Clash>;
  /** Objects for which something is proposed that is not taken, and why. */
  readonly unsure?: { get(id: ObjectId): Doubt | undefined };
}

/** What the ledger shows and what is picked: shared by ledger, viewport, bench and checks. */
@Injectable()
export class LedgerState {
  readonly #open = inject(OpenScene);
  readonly #columns = inject(ColumnChoice);
  readonly #filter = new LedgerFilter();
  readonly filter = this.#filter.filter;
  readonly kind = this.#filter.kind;
  readonly folded = signal<ReadonlySet<ObjectId>>(new Set());
  readonly picking = signal<Picking>(nothingPicked);
  readonly editing = signal<ObjectId | null>(null);
  readonly preview = signal<ShownPreview | null>(null);
  /** Whose preview it is: the bench and the proposals share the ledger. */
  readonly previewBy = signal<'bench' | 'propose' | 'cells' | 'fixes'>('bench');
  /** World matrices of objects, with what is baked in, where a preview would put them. */
  readonly places = signal<ReadonlyMap<ObjectId, Mat4>>(new Map());
  /** The slot the keys are in; null: the name itself. */
  readonly cell = signal<string | null>(null);
  /** The slot that is written on the objects in the 3D view; null: none. */
  readonly label = signal<string | null>(null);
  /** Draw only what is picked. */
  readonly isolated = signal<ReadonlySet<ObjectId> | null>(null);
  /** Asks the ledger to bring a row into view. */
  readonly reveal = signal<{ readonly id: ObjectId } | null>(null);

  readonly query = this.#filter.query;
  readonly looking = this.#filter.looking;
  readonly matches = this.#filter.matches;

  constructor() {
    // What was picked among few rows is looked for among all when the filter goes.
    let wasNarrow = false;
    effect(() => {
      const isNarrow = this.matches() !== null;
      if (wasNarrow && !isNarrow) {
        const { active } = untracked(this.picking);
        if (active !== null) this.reveal.set({ id: active });
      }
      wasNarrow = isNarrow;
    });
  }
  /** How siblings are sorted while Arrange is shown; null: as the tree has them. */
  readonly sorted = computed(() => {
    const sort = this.#columns.sort();
    if (!sort || !this.sorts()) return null;
    const column = sort.key === 'name' ? 'name' : treeColumns.find((one) => one.key === sort.key);
    return column ? compareBy(this.#open.sceneNow, column, sort.down) : null;
  });
  /** Only Arrange sorts; the ledger on the page says so. */
  readonly sorts = signal(false);
  /** Rows in the order of a slot, without the tree; null: the tree. */
  readonly bySlot = signal<{
    readonly slot: string;
    readonly down: boolean;
    readonly grouped: boolean;
  } | null>(null);
  readonly foldedGroups = signal<ReadonlySet<string>>(new Set());
  /** What the filter finds, and the row that is being edited: it stays until it is left. */
  readonly #shown = computed<ReadonlySet<ObjectId> | null>(() => {
    const matches = this.matches();
    const editing = this.editing();
    if (!matches || editing === null || matches.has(editing) || !this.#open.sceneNow.find(editing))
      return matches;
    return new Set(matches).add(editing);
  });
  readonly rows = computed(() => {
    const by = this.bySlot();
    if (by && !this.sorts())
      return slotRows(this.#open.scene, {
        matches: this.#shown(),
        text: (id) => this.#open.slotText(id, by.slot),
        down: by.down,
        grouped: by.grouped,
        folded: this.foldedGroups(),
      });
    return treeRows(this.#open.scene, {
      folded: this.folded(),
      matches: this.#shown(),
      compare: this.sorted(),
    });
  });
  readonly order = computed(() => this.rows().ids);
  readonly shownCount = computed(() => this.matches()?.size ?? this.#open.scene.size);
  /** Faces of what is picked and all below it, each object once. */
  readonly pickedFaces = computed(() => facesOf(this.#open.scene, this.picking().picked));

  /** The text a key began an edit with; null: what stood there. */
  readonly typed = signal<string | null>(null);
  /** Edits the cell the keys are in. */
  editCell(typed: string | null): void {
    this.typed.set(typed);
    this.editing.set(this.picking().active);
  }
  /** To the next slot, or from the last and the first back to the name. */
  stepCell(by: 1 | -1, slots: readonly string[]): void {
    const cell = this.cell();
    const at = (cell === null ? -1 : slots.indexOf(cell)) + by;
    this.cell.set(at < -1 ? (slots.at(-1) ?? null) : (slots[at] ?? null));
  }
  toggleGroup(label: string): void {
    const folded = new Set(this.foldedGroups());
    if (!folded.delete(label)) folded.add(label);
    this.foldedGroups.set(folded);
  }
  pick(id: ObjectId, how: PickHow): void {
    this.picking.set(pick(this.picking(), id, how, this.order()));
  }
  pickAll(ids: Iterable<ObjectId>): void {
    this.picking.set(pickMany(ids));
  }
  pickNothing(): void {
    this.picking.set(nothingPicked);
  }
  /** All that match the filter; without one, all rows shown. */
  pickShown(): void {
    this.picking.set(pickMany(this.rows().ownIds()));
  }
  step(by: number, extend: boolean): void {
    const next = stepRow(this.order(), this.picking().active, by);
    if (next === null) return;
    this.pick(next, extend ? 'range' : 'only');
    this.reveal.set({ id: next });
  }
  /** The next shown row of which something holds, from the one the keys are on, and round again. False: there is none. */
  stepTo(by: 1 | -1, is: (id: ObjectId) => boolean): boolean {
    const rows = this.rows();
    const { active } = this.picking();
    const { ids } = rows;
    const from = active === null ? -1 : rows.indexOf(active);
    for (let i = 1; i <= ids.length; i++) {
      const at = ((((from < 0 && by < 0 ? 0 : from) + by * i) % ids.length) + ids.length) % ids.length;
      const id = ids[at]!;
      if (!is(id)) continue;
      this.pick(id, 'only');
      this.reveal.set({ id });
      return true;
    }
    return false;
  }
  toEdge(edge: 'first' | 'last', extend: boolean): void {
    const row = this.order().at(edge === 'first' ? 0 : -1);
    if (row === undefined) return;
    this.pick(row, extend ? 'range' : 'only');
    this.reveal.set({ id: row });
  }
  toggleFold(id: ObjectId): void {
    const folded = new Set(this.folded());
    if (!folded.delete(id)) folded.add(id);
    this.folded.set(folded);
  }
  foldAll(): void {
    const all = new Set<ObjectId>();
    for (const object of this.#open.scene.walk()) if (object.children.length) all.add(object.id);
    this.folded.set(all);
  }
  unfoldAll(): void {
    this.folded.set(new Set());
  }
  /** Left: fold, else to the parent. Right: unfold, else to the first child. In groups by a slot: fold and unfold the group. */
  walk(to: 'out' | 'in'): void {
    const { active } = this.picking();
    const row = active === null ? undefined : this.rows().at(this.rows().indexOf(active));
    if (!row) return;
    if (this.bySlot()?.grouped && !this.sorts()) return this.#walkGroup(row.id, to);
    const object = this.#open.scene.get(row.id);
    if (to === 'out' && row.open) this.toggleFold(row.id);
    else if (to === 'in' && row.hasChildren && !row.open) this.toggleFold(row.id);
    else if (to === 'in' && row.open) this.step(1, false);
    else if (to === 'out' && object.parent !== null) this.show(object.parent);
  }
  #walkGroup(id: ObjectId, to: 'out' | 'in'): void {
    const rows = this.rows();
    let first = rows.indexOf(id);
    while (first > 0 && !rows.at(first)!.group) first--;
    const { group, open, id: head } = rows.at(first)!;
    if (!group) return;
    if (open === (to === 'out')) this.toggleGroup(group.label);
    if (to === 'out' && head !== id) this.show(head);
  }
  /** While on, what is picked from elsewhere is unfolded and everything else folded. */
  readonly onlyPath = signal(false);
  /** Picks one object and brings its row into view, unfolding what is above and dropping a filter that hides it. */
  show(id: ObjectId, how: PickHow = 'only'): void {
    const { scene } = this.#open;
    if (!scene.find(id)) return;
    const folded = new Set(this.folded());
    if (this.onlyPath()) for (const object of scene.walk()) if (object.children.length) folded.add(object.id);
    for (const ancestor of scene.ancestors(id)) folded.delete(ancestor.id);
    if (this.onlyPath() || folded.size !== this.folded().size) this.folded.set(folded);
    const matches = this.matches();
    if (matches && !matches.has(id)) {
      this.filter.set('');
      this.kind.set('');
    }
    this.pick(id, how);
    this.reveal.set({ id });
  }
}

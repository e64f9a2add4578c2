import { computed, inject, Injectable, signal } from '@angular/core';
import {
  draft,
  freeGroupName,
  planClusters,
  planMirror,
  planZero,
  topObjects,
  type Axis,
  type Cluster,
  type Channel,
  planBackToRest,
  planGroup,
  planMoves,
  planPivot,
  planPlace,
  planRemove,
  planRest,
  planSort,
  planUngroup,
  pivotPoint,
  type Edit,
  type Mark,
  type MoveRequest,
  type ObjectId,
  type PivotAt,
  type PlaceSpace,
  type Plan,
  type SwitchName,
  type Transform,
} from '@renquil/core';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { LedgerState } from '../ledger/ledger-state';

/** Tree work on what is picked, in the order it was picked. Whatever cannot be done says why, and nothing changes. */
@Injectable()
export class ArrangeState {
  readonly #open = inject(OpenScene);
  readonly #ledger = inject(LedgerState);
  readonly #toasts = inject(ToastList);
  readonly keep = signal<'world' | 'local'>('world');
  /** Metres; 0: no snapping. */
  readonly snap = signal(0);
  /** New objects enter this layer. */
  readonly layer = signal('Base');
  readonly picked = computed(() => [...this.#ledger.picking().picked]);

  group(pivot: PivotAt, kind: 'group' | 'control' = 'group'): void {
    const { scene } = this.#open;
    const id = scene.nextId;
    const name = freeGroupName(scene, kind === 'control' ? 'new_ctrl' : 'new_grp');
    const picked = this.picked();
    const options = { name, pivot, kind, layer: this.layer(), snap: this.snap() };
    const label =
      kind === 'control'
        ? `Add a control over ${picked.length}`
        : picked.length
          ? `Group ${this.#these(picked)}`
          : 'Make an empty group';
    if (!this.#apply(label, planGroup(scene, picked, options))) return;
    this.#ledger.show(id);
    // The name is the next thing anyone types.
    this.#ledger.editing.set(id);
  }
  cluster(clusters: readonly Cluster[]): void {
    this.#apply(`Group into ${clusters.length}`, planClusters(this.#open.scene, clusters));
  }
  ungroup(all: boolean): void {
    const picked = this.picked();
    const children = picked.flatMap((id) => this.#open.scene.get(id).children);
    if (this.#apply(`Ungroup ${this.#these(picked)}`, planUngroup(this.#open.scene, picked, all))) {
      this.#ledger.pickAll(children.filter((id) => this.#open.scene.find(id)));
    }
  }
  /** The last picked becomes the parent of the others. */
  parentToLast(): void {
    const parent = this.#ledger.picking().active;
    const others = this.picked().filter((id) => id !== parent);
    if (parent !== null && others.length) this.moveUnder(others, parent);
  }
  moveUnder(objects: readonly ObjectId[], under: ObjectId | null, index?: number): void {
    const moves = objects.map((object, i): MoveRequest => ({
      object,
      under,
      ...(index === undefined ? {} : { index: index + i }),
    }));
    const where = under === null ? 'the top' : this.#name(under);
    this.#apply(
      `Put ${this.#these(objects)} under ${where}`,
      planMoves(this.#open.scene, moves, this.keep()),
    );
  }
  /** One level up, to just after the old parent. */
  liftOut(): void {
    const { scene } = this.#open;
    const picked = this.picked().filter((id) => scene.get(id).parent !== null);
    const moves = picked.map((id): MoveRequest => {
      const parent = scene.get(id).parent!;
      const above = scene.get(parent).parent;
      return { object: id, under: above, index: scene.childrenOf(above).indexOf(parent) + 1 };
    });
    if (moves.length)
      this.#apply(`Lift out ${this.#these(picked)}`, planMoves(scene, moves.reverse(), this.keep()));
  }
  shift(by: 1 | -1): void {
    const { active } = this.#ledger.picking();
    if (active === null) return;
    const { scene } = this.#open;
    const { parent } = scene.get(active);
    const index = scene.childrenOf(parent).indexOf(active) + by;
    if (index < 0 || index >= scene.childrenOf(parent).length) return;
    this.#apply(
      `Move ${this.#name(active)} ${by < 0 ? 'up' : 'down'}`,
      planMoves(scene, [{ object: active, under: parent, index }], this.keep()),
    );
  }
  sort(): void {
    const { active } = this.#ledger.picking();
    this.#apply(
      `Sort what is under ${active === null ? 'the top' : this.#name(active)}`,
      planSort(this.#open.scene, active),
    );
  }
  remove(): void {
    const picked = this.picked();
    if (this.#open.apply(`Remove ${this.#these(picked)}`, planRemove(this.#open.scene, picked)))
      this.#ledger.pickNothing();
  }
  pivot(at: PivotAt): void {
    const { scene } = this.#open;
    const { active } = this.#ledger.picking();
    if (active === null) return;
    // The bounds of the object with all below it; the mean is of its children's pivots.
    const measured =
      at === 'mean' && scene.get(active).children.length ? scene.get(active).children : [active];
    this.#apply(
      `Set the pivot of ${this.#name(active)}`,
      planPivot(scene, active, pivotPoint(scene, measured, at, this.snap())),
    );
  }
  place(id: ObjectId, space: PlaceSpace, to: Transform): boolean {
    return this.#apply(`Place ${this.#name(id)}`, planPlace(this.#open.scene, id, space, to));
  }
  zero(channels: readonly Channel[]): void {
    this.#apply(`Zero ${this.#these(this.picked())}`, planZero(this.#open.scene, this.picked(), channels));
  }
  mirror(axis: Axis): void {
    const tops = topObjects(this.#open.scene, this.picked());
    const plan = draft(this.#open.scene, (run) => {
      for (const id of tops) {
        const made = planMirror(this.#open.scene, id, axis, this.#open.convention);
        if (!made.ok) return made;
        run(made.edits);
      }
    });
    this.#apply(`Mirror ${this.#these(tops)} across ${axis.toUpperCase()}`, plan);
  }
  rest(): void {
    this.#open.apply(
      `Take as rest: ${this.#these(this.picked())}`,
      planRest(this.#open.scene, this.picked()),
    );
  }
  backToRest(): void {
    this.#open.apply(
      `Back to rest: ${this.#these(this.picked())}`,
      planBackToRest(this.#open.scene, this.picked()),
    );
  }
  /** Turns a switch of one object; when it is among what is picked, of all that is picked. */
  toggle(id: ObjectId, name: SwitchName): void {
    const to = !this.#open.scene.get(id).switches[name];
    this.#set(id, `Turn ${name} ${to ? 'on' : 'off'} for`, 'switches', (one) => ({
      ...this.#open.scene.get(one).switches,
      [name]: to,
    }));
  }
  toLayer(layer: string): void {
    const active = this.picked()[0];
    if (active !== undefined) this.#set(active, `Into layer ${layer}:`, 'layer', () => layer);
  }
  mark(mark: Mark | null): void {
    const active = this.picked()[0];
    if (active !== undefined)
      this.#set(active, mark ? `Mark as ${mark.word}:` : 'Unmark', 'mark', () => mark);
  }
  #set<F extends 'switches' | 'layer' | 'mark'>(
    id: ObjectId,
    label: string,
    field: F,
    to: (id: ObjectId) => Extract<Edit, { kind: 'set' }>['to'],
  ): void {
    const picked = this.#ledger.picking().picked;
    const all = picked.has(id) ? [...picked] : [id];
    const { scene } = this.#open;
    const edits = all.flatMap((object): Edit[] => {
      const [from, next] = [scene.get(object)[field], to(object)];
      return JSON.stringify(from) === JSON.stringify(next)
        ? []
        : [{ kind: 'set', object, field, from, to: next }];
    });
    this.#open.apply(`${label} ${this.#these(all)}`, edits);
  }
  #apply(label: string, plan: Plan): boolean {
    if (plan.ok) return this.#open.apply(label, plan.edits);
    this.#toasts.complain(`${plan.because}. Nothing was changed.`);
    return false;
  }
  #these(ids: readonly ObjectId[]): string {
    return ids.length === 1 ? this.#name(ids[0]!) : `${ids.length} objects`;
  }
  #name(id: ObjectId): string {
    return this.#open.scene.get(id).name || 'an unnamed object';
  }
}

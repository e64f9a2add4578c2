import { computed, inject, Injectable, signal } from '@angular/core';
import type { Edit, InsertEdit } from '@renquil/core/edits';
import type { Transform } from '@renquil/core/math';
import {
  planOnFork,
  freeGroupName,
  leftOutside,
  planControl,
  planInsertParents,
  planTakeOut,
  planClusters,
  planMirror,
  planZero,
  topObjects,
  type MirrorAcross,
  type Cluster,
  type Channel,
  planBackToRest,
  planGroup,
  planMoves,
  planPivot,
  planTransform,
  planRemove,
  planRest,
  planSort,
  planUngroup,
  pivotPoint,
  type MoveRequest,
  type PivotAt,
  type TransformSpace,
  type Plan,
} from '@renquil/core/plans';
import { mainRoot, type ObjectId } from '@renquil/core/scene';
import { planShare, repeatOnTwins } from '@renquil/core/twins';
import { bytes as bytesText } from '../../ui/bytes';
import { OpenScene } from '../../state/open-scene';
import { ToastList } from '../../state/toast-list';
import { LedgerState } from '../ledger/ledger-state';
import { SettingsState } from './settings-state';
import { nameIn, saidOf } from '../said-of';

/** Tree work on what is picked, in the order it was picked. Whatever cannot be done says why, and nothing changes. */
@Injectable()
export class ArrangeState {
  readonly #open = inject(OpenScene);
  readonly #ledger = inject(LedgerState);
  readonly #toasts = inject(ToastList);
  readonly settings = inject(SettingsState);
  readonly keep = signal<'world' | 'local'>('world');
  /** Metres; 0: no snapping. */
  readonly snap = signal(0);
  /** New objects enter this layer. */
  readonly layer = signal('Base');
  /** The next click in the 3D view sets the pivot there. */
  readonly pointing = signal(false);
  readonly picked = computed(() => [...this.#ledger.picking().picked]);

  group(pivot: PivotAt): void {
    const { scene } = this.#open;
    const id = scene.nextId;
    const name = freeGroupName(scene, 'new_grp');
    const picked = this.picked();
    const options = { name, pivot, layer: this.layer(), snap: this.snap() };
    const label = picked.length ? `Group ${this.#these(picked)}` : 'Make an empty group';
    if (!this.#apply(label, planGroup(scene, picked, options))) return;
    this.#ledger.show(id);
    // The name is the next thing anyone types.
    this.#ledger.editing.set(id);
  }
  /** A control under what is picked, or under everything; nothing picked: everything. */
  control(everything: boolean): void {
    const { scene } = this.#open;
    const picked = this.picked();
    const all = everything || !picked.length;
    const plan = planControl(scene, picked, { layer: this.layer(), snap: this.snap(), everything: all });
    const over = all ? 'everything' : this.#these(picked);
    if (!this.#apply(`Add a control over ${over}`, plan) || !plan.ok) return;
    const made = plan.edits[0] as InsertEdit;
    this.#ledger.show(made.branch.data.id);
    this.#ledger.editing.set(made.branch.data.id);
  }
  /** What stands outside goes under the main root. */
  bringIn(): void {
    const { scene, convention } = this.#open;
    const main = mainRoot(scene);
    const outside = leftOutside(scene, convention);
    if (main !== null && outside.length) this.moveUnder(outside, main);
  }
  takeOut(): void {
    const picked = this.picked();
    this.#apply(`Take ${this.#these(picked)} out`, planTakeOut(this.#open.scene, picked));
  }
  insertParents(): void {
    const { scene } = this.#open;
    const picked = this.picked();
    const name = (): string => freeGroupName(scene, 'new_grp');
    this.#apply(`Put a parent over ${this.#these(picked)}`, planInsertParents(scene, picked, name));
  }
  /** The last change once more, on every twin of the branch it was made in. */
  repeatOnTwins(): void {
    const last = this.#open.lastDone();
    if (!last) return;
    const made = repeatOnTwins(this.#open.scene, last.edits);
    if (!made.ok) this.#toasts.complain(`${made.because}. Nothing was changed.`);
    else if (this.#open.apply(`${last.label}, on ${made.twins.length} twins`, made.edits))
      this.#toasts.say(`Done to ${made.twins.length} twins.`);
  }
  share(): void {
    const { edits, objects, bytes } = planShare(this.#open.scene);
    if (this.#open.apply(`Turn ${objects} copies into instances`, edits))
      this.#toasts.say(`${objects} copies share a shape now; the file is ${bytesText(bytes)} smaller.`);
  }
  make(label: string, plan: Plan): boolean {
    return this.#apply(label, plan);
  }
  cluster(clusters: readonly Cluster[]): void {
    const label = clusters.some(({ under }) => under !== undefined) ? 'Hang parts under' : 'Group into';
    this.#apply(`${label} ${clusters.length}`, planClusters(this.#open.scene, clusters));
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
  setTransform(id: ObjectId, space: TransformSpace, to: Transform): boolean {
    return this.#apply(`Place ${this.#name(id)}`, planTransform(this.#open.scene, id, space, to));
  }
  zero(channels: readonly Channel[]): void {
    this.#apply(`Zero ${this.#these(this.picked())}`, planZero(this.#open.scene, this.picked(), channels));
  }
  mirror(across: MirrorAcross): void {
    const tops = topObjects(this.#open.scene, this.picked());
    const plan = planOnFork(this.#open.scene, (fork, run) => {
      for (const id of tops) {
        const made = planMirror(fork, id, across, this.#open.convention);
        if (!made.ok) return made;
        run(made.edits);
      }
    });
    this.#apply(
      `Mirror ${this.#these(tops)} across ${across === 'asset' ? 'its middle' : across.toUpperCase()}`,
      plan,
    );
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
  #apply(label: string, plan: Plan): boolean {
    if (plan.ok) {
      const packed = this.#packedIn(plan.edits);
      const done = this.#open.apply(label, plan.edits);
      if (done && packed)
        this.#toasts.say(
          packed === 1
            ? 'A packed shape is rewritten by this and will go out unpacked. Undo keeps it as it came.'
            : `${packed} packed shapes are rewritten by this and will go out unpacked. Undo keeps them as they came.`,
        );
      return done;
    }
    this.#toasts.complain(`${plan.because}. Nothing was changed.`);
    return false;
  }
  /** Shapes that lie packed in the file and that edits rewrite for the first time. */
  #packedIn(edits: readonly Edit[]): number {
    const { scene } = this.#open;
    const shapes = new Set<number>();
    for (const edit of edits) {
      if (edit.kind !== 'set' || edit.field !== 'bake' || !edit.to) continue;
      const shape = scene.find(edit.object)?.shape ?? null;
      if (shape !== null && scene.shapes[shape]?.packed) shapes.add(shape);
    }
    return shapes.size;
  }
  #these(ids: readonly ObjectId[]): string {
    return saidOf(this.#open.scene, ids);
  }
  #name(id: ObjectId): string {
    return nameIn(this.#open.scene, id);
  }
}

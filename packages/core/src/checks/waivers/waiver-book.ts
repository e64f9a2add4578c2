import { readLasting } from '../../query/lasting-query.js';
import type { Query } from '../../query/query-node.js';
import { objectsAt } from '../../scene/paths.js';
import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { holdsAt, type Waiver, type WaiverTime } from './waiver.js';

/** The waivers of one check: by their object, so that many of them cost no more than few, and those by a filter. */
class OfCheck {
  readonly #placed: Waiver[] = [];
  readonly #filters: { readonly waiver: Waiver; readonly finds: Query }[] = [];
  readonly #findings = new Map<ObjectId, Waiver[]>();
  readonly #branches = new Map<ObjectId, Waiver[]>();
  /** Of the tree and the names that objects were looked for in. */
  #structure = -1;
  #renames = -1;
  constructor(readonly scene: Scene) {}

  add(waiver: Waiver): void {
    if (waiver.scope.of !== 'query') this.#placed.push(waiver);
    else {
      const finds = readable(waiver.scope.where);
      if (finds) this.#filters.push({ waiver, finds });
    }
  }
  /** Those that speak of an object, in no order. */
  *of(id: ObjectId): Generator<Waiver> {
    const object = this.scene.find(id);
    if (!object) return;
    this.#look();
    yield* this.#findings.get(id) ?? none;
    if (this.#branches.size) {
      yield* this.#branches.get(id) ?? none;
      for (const above of this.scene.ancestors(id)) yield* this.#branches.get(above.id) ?? none;
    }
    for (const { waiver, finds } of this.#filters) if (finds(this.scene, object)) yield waiver;
  }
  /** Which object each waiver means: by its id, through renames and moves; where that is gone, the only one at its path. */
  #look(): void {
    const { structure, renames } = this.scene;
    if (!this.#placed.length || (structure === this.#structure && renames === this.#renames)) return;
    [this.#structure, this.#renames] = [structure, renames];
    this.#findings.clear();
    this.#branches.clear();
    for (const waiver of this.#placed) {
      const object = this.#objectOf(waiver);
      if (object === null) continue;
      const by = waiver.scope.of === 'branch' ? this.#branches : this.#findings;
      const known = by.get(object);
      if (known) known.push(waiver);
      else by.set(object, [waiver]);
    }
  }
  #objectOf({ scope }: Waiver): ObjectId | null {
    if (scope.of === 'query') return null;
    if (scope.object !== null && this.scene.find(scope.object)) return scope.object;
    const found = objectsAt(this.scene, scope.path);
    return found.length === 1 ? found[0]! : null;
  }
}
const none: readonly Waiver[] = [];

/** The waivers of a scene, asked by finding: those that hold at a time, each by the object that it means now. */
export class WaiverBook {
  readonly #byCheck = new Map<string, OfCheck>();
  constructor(
    readonly scene: Scene,
    waivers: readonly Waiver[],
    time: WaiverTime,
  ) {
    for (const waiver of waivers) {
      if (!holdsAt(waiver, time)) continue;
      const { check } = waiver.scope;
      let of = this.#byCheck.get(check);
      if (!of) this.#byCheck.set(check, (of = new OfCheck(scene)));
      of.add(waiver);
    }
  }
  /** Whether anything at all is waived of a check. */
  speaksOf(check: string): boolean {
    return this.#byCheck.has(check);
  }
  /** What lets a finding pass; null: nothing does. */
  of(id: ObjectId, check: string): Waiver | null {
    for (const waiver of this.#byCheck.get(check)?.of(id) ?? none) return waiver;
    return null;
  }
  /** Of these waivers, those that let something pass, by what is found. */
  used(found: Iterable<readonly [ObjectId, string]>): ReadonlySet<number> {
    const used = new Set<number>();
    for (const [id, check] of found)
      for (const waiver of this.#byCheck.get(check)?.of(id) ?? none) used.add(waiver.id);
    return used;
  }
}

/** One that cannot be read lets nothing pass. */
function readable(text: string): Query | null {
  try {
    return readLasting(text).finds;
  } catch {
    return null;
  }
}

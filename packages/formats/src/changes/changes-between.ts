import { sameJson } from '@renquil/core/edits';
import { identityTransform, sameTransform } from '@renquil/core/math';
import {
  newGroup,
  switchNames,
  type Json,
  type ObjectId,
  type Scene,
  type SceneObject,
} from '@renquil/core/scene';
import { FileUnits } from '../file-units.js';
import type { ChangeList, ListedChange, Told } from './change-list.js';
import { keptOrder } from './kept-order.js';
import { NameTurns } from './name-turns.js';
import { WayState } from './way-state.js';

/** What a list says beside the changes themselves. */
export interface WayBackOptions {
  /** The id that the file gave an object. */
  readonly sourceOf?: (id: ObjectId) => string | number | undefined;
  /** Two scenes of their own, whose lists of shapes and materials are not one: these are not compared. */
  readonly areApart?: boolean;
  /** What its transforms are measured in; left out: metres, Y up. */
  readonly units?: FileUnits;
}

/**
 * How one state of a scene becomes another: a list that can be run top to bottom. Objects are created and moved from the
 * roots down, then placed, then what goes is removed, then names change one by one: none of these steps gives an object a
 * name that another one has and will give up (rings go through a free name), nor hangs it below itself. Linear in the
 * objects, but for the paths that are told.
 */
export function changesBetween(before: Scene, after: Scene, options: WayBackOptions = {}): ChangeList {
  return new WayBack(before, after, options).list();
}

class WayBack {
  readonly #changes: ListedChange[] = [];
  readonly #state: WayState;
  readonly #units: FileUnits;
  readonly #gone: ReadonlySet<ObjectId>;
  constructor(
    readonly before: Scene,
    readonly after: Scene,
    readonly options: WayBackOptions,
  ) {
    this.#state = new WayState(before, after);
    this.#units = options.units ?? new FileUnits();
    this.#gone = new Set([...before.walk()].filter(({ id }) => !after.find(id)).map(({ id }) => id));
  }
  list(): ChangeList {
    this.#tree();
    for (const object of this.after.walk()) this.#place(object);
    this.#remove();
    this.#names();
    for (const object of this.after.walk()) this.#fields(object);
    if (!this.options.areApart) this.#materials();
    const left = this.#left();
    const { metres, isZUp } = this.#units;
    return {
      renquil: 'changes/1',
      ...(this.#units.areScene ? {} : { metersPerUnit: metres, up: isZUp ? 'Z' : 'Y' }),
      changes: this.#changes,
      ...(Object.keys(left).length ? { left } : {}),
    };
  }
  #materials(): void {
    this.after.materials.forEach(({ name }, material) => {
      const was = this.before.materials[material]?.name ?? '';
      if (name !== was) this.#changes.push({ op: 'rename-material', material, was, to: name });
    });
  }
  #told(id: ObjectId, was?: Json): Told {
    const [source, path] = [this.options.sourceOf?.(id), this.#state.path(id)];
    return {
      ...(source === undefined ? {} : { source }),
      ...(path === undefined ? {} : { path }),
      ...(was === undefined ? {} : { was }),
    };
  }
  /** From the roots down, so that what is hung under is where it stays. */
  #tree(): void {
    this.#children(null, this.after.roots);
    for (const { id, children } of this.after.walk()) if (children.length) this.#children(id, children);
  }
  #children(parent: ObjectId | null, children: readonly ObjectId[]): void {
    const rank = new Map<ObjectId, number>();
    if (parent === null || this.before.find(parent))
      this.before.childrenOf(parent).forEach((id, i) => rank.set(id, i));
    const ranks = children.flatMap((id) => rank.get(id) ?? []);
    // Most lists of children are as they were, but for those that left.
    const stay = ranks.every((n, i) => !i || ranks[i - 1]! < n) ? null : keptOrder(ranks);
    children.forEach((id, i) => {
      const at = rank.get(id);
      if (at !== undefined && (!stay || stay.has(at))) return;
      const after = children[i - 1] ?? null;
      if (this.before.find(id)) this.#move(id, parent, after);
      else this.#create(id, parent, after);
    });
  }
  #create(id: ObjectId, under: ObjectId | null, after: ObjectId | null): void {
    const { name: wanted, kind, local } = this.after.get(id);
    const name = this.#state.count(wanted) ? this.#state.free(wanted) : wanted;
    this.#state.create(id, name, under);
    this.#changes.push({
      ...{ op: 'create', object: id, name, under, after },
      ...(kind === 'group' ? {} : { kind }),
      ...(sameTransform(local, identityTransform) ? {} : { local: this.#units.backTransform(local) }),
    });
  }
  #move(object: ObjectId, under: ObjectId | null, after: ObjectId | null): void {
    const [name, was] = [this.#state.name(object), this.#state.parent(object)];
    const clashes = was !== under && this.#state.countBelow(under, name) > 0;
    // Two of one name that are to stay so may be so from here; else one of them gives its name up, and later.
    if (clashes) this.#rename(object, this.#state.free(name));
    const told = this.#told(object, was);
    this.#state.move(object, under);
    this.#changes.push({ op: 'move', object, ...told, under, after, keep: 'local' });
  }
  #place({ id, local }: SceneObject): void {
    const was = this.before.find(id)?.local;
    if (!was || sameTransform(was, local)) return;
    const told = this.#told(id, this.#units.backTransform(was));
    this.#changes.push({ op: 'transform', object: id, ...told, to: this.#units.backTransform(local) });
  }
  /** Branches at a time: all that stays has left them. */
  #remove(): void {
    for (const id of this.#gone) {
      const parent = this.#state.parent(id);
      if (parent === null || !this.#gone.has(parent))
        this.#changes.push({ op: 'remove', objects: [id], ...this.#told(id, this.#state.name(id)) });
    }
    for (const id of this.#gone) this.#state.remove(id);
  }
  #rename(object: ObjectId, to: string): void {
    const told = this.#told(object, this.#state.name(object));
    this.#state.rename(object, to);
    this.#changes.push({ op: 'rename', object, ...told, to });
  }
  #names(): void {
    const wanted = (id: ObjectId): string => this.after.get(id).name;
    const others = [...this.after.walk()].filter(({ id, name }) => this.#state.name(id) !== name);
    new NameTurns(
      others.map(({ id }) => id),
      {
        wanted,
        nameOf: (id) => this.#state.name(id),
        free: (like) => this.#state.free(like),
        rename: (id, to) => this.#rename(id, to),
      },
    ).run();
  }
  #fields(object: SceneObject): void {
    const was = this.before.find(object.id) ?? fresh;
    const set = (field: string, from: Json, value: Json): void => {
      if (!sameJson(from, value))
        this.#changes.push({
          ...{ op: 'set', object: object.id },
          ...this.#told(object.id, from),
          ...{ field, value },
        });
    };
    set('layer', was.layer, object.layer);
    for (const name of switchNames) set(name, was.switches[name], object.switches[name]);
    set('mark', was.mark as Json, object.mark as Json);
    const [from, to] = [was.attributes, object.attributes];
    if (from === to) return;
    for (const key of new Set([...Object.keys(from), ...Object.keys(to)]))
      set(`attr.${key}`, own(from, key), own(to, key));
  }
  /** What is in no list, counted, so that it can be said. */
  #left(): Record<string, number> {
    const left: Record<string, number> = {};
    const count = (what: string, by = 1): void => void (left[what] = (left[what] ?? 0) + by);
    for (const now of this.after.walk()) {
      const was = this.before.find(now.id);
      const [shape, materials] = was ? [was.shape, was.materials] : [null, []];
      const isReshaped =
        now.shape !== shape || !sameJson([now.materials, now.bake ?? null], [materials, was?.bake ?? null]);
      if (isReshaped && !this.options.areApart) count('shapes');
      if (!sameJson(now.outline ?? null, was?.outline ?? null)) count('outlines');
      if (!sameJson(now.rest, was?.rest ?? null)) count('rests');
      if ((now.display ?? null) !== (was?.display ?? null)) count('looks');
    }
    const maps = ['sets', 'layers', 'views'] as const;
    for (const what of maps) if (!sameJson([...this.before[what]], [...this.after[what]])) count(what);
    return left;
  }
}
/** What an object that was not there begins with. */
const fresh = newGroup(0, '');
const own = (of: Readonly<Record<string, Json>>, key: string): Json =>
  Object.hasOwn(of, key) ? of[key]! : null;

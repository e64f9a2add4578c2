import type { Box } from '../math/box.js';
import type { Mat4 } from '../math/mat4.js';
import type {
  Branch,
  Material,
  ObjectData,
  ObjectId,
  SceneLayer,
  SceneObject,
  SceneSet,
  SceneView,
  Shape,
} from './scene-object.js';
import { keepByName } from './keep-by-name.js';
import type { Memory } from './memory.js';
import { mostObjectId } from './most-object-id.js';
import { NameIndex, type Called } from './name-index.js';
import { ChangeLog } from './change-log.js';
import type { Placed } from './placed.js';
import { SceneVersions } from './scene-versions.js';
import type { Rename } from './rename.js';
import { WorldMatrices } from './world-matrices.js';

type Stored = { -readonly [K in keyof SceneObject]: SceneObject[K] } & { children: ObjectId[] };

/**
 * The scene with its indexes. Only edits may call the members marked "for edits": everything else asks.
 * Ids index an array, so a look-up is one read and a million objects stay compact.
 * A fork (`scene.fork()`) is a scene that begins as this one is and is changed by itself: it holds what differs and reads
 * the rest from here, so it costs what is changed in it. It is good until this scene changes.
 */
export class Scene {
  readonly #objects: (Stored | undefined)[] = [];
  /** In a fork: what it was forked from, and what differs from it, null for what it has no more. */
  #base: Scene | null = null;
  readonly #changed = new Map<ObjectId, Stored | null>();
  #roots: ObjectId[] = [];
  #sets = new Map<string, SceneSet>();
  #layers = new Map<string, SceneLayer>();
  #views = new Map<string, SceneView>();
  #versions = new SceneVersions();
  #renamed = new ChangeLog<Rename>();
  #placed = new ChangeLog<Placed>();
  #names = new NameIndex();
  #worlds = new WorldMatrices();
  readonly #get = (id: ObjectId): SceneObject => this.get(id);
  #count = 0;
  #nextId = 1;

  /** For memoizeByVersion: what was worked out, and of which version. */
  memory: (Memory | undefined)[] = [];
  /** How much of its file the reader knew that made it: a writer compares with what that one saw. */
  reading = 1;
  /** Whether any object is or was taken over from elsewhere (`held`). */
  hasHeld = false;
  readonly shapes: readonly Shape[];
  readonly materials: readonly Material[];

  constructor(
    shapes: readonly Shape[] = [],
    materials: readonly Material[] = [],
    /** Objects that an animation of the file moves: their own transforms are not ours to bake. */
    readonly animated: ReadonlySet<ObjectId> = new Set(),
    /** Between which points animations move objects, in the space of their parents. */
    readonly motion: ReadonlyMap<ObjectId, Box> = new Map(),
  ) {
    this.shapes = [...shapes];
    this.materials = [...materials];
  }

  /** A scene that begins as this one is: changing it leaves this one untouched, and costs only what is changed. */
  fork(): Scene {
    const fork = new Scene(this.shapes, this.materials, this.animated, this.motion);
    fork.#base = this;
    fork.#roots = this.#roots;
    fork.#sets = this.#sets;
    fork.#layers = this.#layers;
    fork.#views = this.#views;
    fork.#versions = Object.assign(new SceneVersions(), this.#versions);
    fork.#renamed = new ChangeLog(this.renames);
    fork.#placed = new ChangeLog(this.places);
    fork.#names = new NameIndex(this.#names);
    fork.#worlds = new WorldMatrices(this.#worlds);
    fork.#count = this.#count;
    fork.#nextId = this.#nextId;
    fork.reading = this.reading;
    fork.hasHeld = this.hasHeld;
    // What follows renames in place is this scene's alone.
    fork.memory = this.memory.map((held) => (held?.follows ? undefined : held));
    return fork;
  }
  /** What this scene was forked from; null: it stands for itself. */
  get base(): Scene | null {
    return this.#base;
  }

  /** Grows with every change of the tree, so that what depends on nothing else can be remembered. */
  get structure(): number {
    return this.#versions.structure;
  }
  /** Grows when a switch of an object may have been turned. */
  get switchesVersion(): number {
    return this.#versions.switches + this.#versions.structure;
  }
  /** Grows when an attribute may have changed. */
  get attributesVersion(): number {
    return this.#versions.attributes;
  }
  /** Grows when there are other objects, or one has another shape or other materials; not with where they hang. */
  get wearVersion(): number {
    return this.#versions.wear;
  }
  /** Grows when anything may stand elsewhere or look otherwise. */
  get geometryVersion(): number {
    return this.#versions.geometry + this.#versions.structure;
  }
  /** Grows when any object may be called otherwise, comes or goes; not with where they hang. */
  get namesVersion(): number {
    return this.#versions.names;
  }
  /** Grows when an object has another shape; not when one comes or goes. */
  get reshapedVersion(): number {
    return this.#versions.reshaped;
  }
  /** How many renames there have been; what came or went counts too. */
  get renames(): number {
    return this.#renamed.count;
  }
  /** Who was called otherwise since then, came (it was called nothing) or went (it is not there); null: too many to tell. */
  renamedSince(renames: number): readonly Rename[] | null {
    return this.#renamed.since(renames);
  }
  /** How often something stood elsewhere, came or went. */
  get places(): number {
    return this.#placed.count;
  }
  /** Who stands elsewhere since then with all below, came or went, maybe more than once; null: too many to tell. */
  placedSince(places: number): readonly Placed[] | null {
    return this.#placed.since(places);
  }
  /** Grows with every change of anything. */
  get sceneVersion(): number {
    return this.#versions.patches + this.#versions.structure + this.#versions.sets + this.#versions.things;
  }
  /** Grows when a material or shape may be called otherwise. */
  get thingsVersion(): number {
    return this.#versions.things;
  }
  /** For edits: another name for a material or shape. */
  renameThing(thing: 'material' | 'shape', index: number, name: string): void {
    this.#versions.things++;
    if (thing === 'material') (this.materials as Material[])[index] = { ...this.materials[index]!, name };
    else (this.shapes as Shape[])[index] = { ...this.shapes[index]!, name };
  }
  get sets(): ReadonlyMap<string, SceneSet> {
    return this.#sets;
  }
  /** Grows with every change of a set or layer. */
  get setsVersion(): number {
    return this.#versions.sets;
  }
  /** For edits and readers: put a set in, replace it, or take it away. */
  keepSet(name: string, set: SceneSet | null): void {
    this.#versions.sets++;
    if (this.#base && this.#sets === this.#base.#sets) this.#sets = new Map(this.#sets);
    keepByName(this.#sets, name, set);
  }
  /** Layers that something is known of; one that objects only name is not here. */
  get layers(): ReadonlyMap<string, SceneLayer> {
    return this.#layers;
  }
  get views(): ReadonlyMap<string, SceneView> {
    return this.#views;
  }
  /** For edits and readers. */
  keepLayer(name: string, layer: SceneLayer | null): void {
    this.#versions.sets++;
    if (this.#base && this.#layers === this.#base.#layers) this.#layers = new Map(this.#layers);
    keepByName(this.#layers, name, layer);
  }
  /** For edits and readers. */
  keepView(name: string, view: SceneView | null): void {
    if (this.#base && this.#views === this.#base.#views) this.#views = new Map(this.#views);
    keepByName(this.#views, name, view);
  }
  get size(): number {
    return this.#count;
  }
  get roots(): readonly ObjectId[] {
    return this.#roots;
  }
  /** The first id that no object of this scene has had. */
  get nextId(): ObjectId {
    return this.#nextId;
  }
  reserveIds(upTo: ObjectId): void {
    if (upTo <= mostObjectId + 1) this.#nextId = Math.max(this.#nextId, upTo);
  }
  find(id: ObjectId): SceneObject | undefined {
    return this.#objects[id] ?? this.#elsewhere(id);
  }
  /** The object; throws RangeError when there is none (a caller's mistake). */
  get(id: ObjectId): SceneObject {
    const object = this.#objects[id] ?? this.#elsewhere(id);
    if (!object) throw new RangeError(`no object ${id}`);
    return object;
  }
  childrenOf(parent: ObjectId | null): readonly ObjectId[] {
    return parent === null ? this.#roots : this.get(parent).children;
  }
  withName(name: string): Called {
    return this.#names.called(name);
  }
  names(): IterableIterator<string> {
    return this.#names.names();
  }
  get sharedNames(): ReadonlySet<string> {
    return this.#names.shared;
  }
  /** All objects, depth first in tree order. */
  *walk(from?: ObjectId): Generator<SceneObject> {
    const stack = from === undefined ? [...this.#roots].reverse() : [from];
    while (stack.length) {
      const id = stack.pop()!;
      const object = this.#objects[id] ?? this.#elsewhere(id)!;
      yield object;
      for (let i = object.children.length - 1; i >= 0; i--) stack.push(object.children[i]!);
    }
  }
  /** Nearest first. */
  *ancestors(id: ObjectId): Generator<SceneObject> {
    for (let at = this.get(id).parent; at !== null;) {
      const object = this.get(at);
      yield object;
      at = object.parent;
    }
  }
  depthOf(id: ObjectId): number {
    let depth = 0;
    for (let at = this.get(id).parent; at !== null; at = this.get(at).parent) depth++;
    return depth;
  }
  isWithin(id: ObjectId, branch: ObjectId): boolean {
    for (let at: ObjectId | null = id; at !== null; at = this.get(at).parent) if (at === branch) return true;
    return false;
  }
  /** W(n) = W(parent) L(n), cached until a transform above changes. Throws RangeError when there is no such object. */
  world(id: ObjectId): Mat4 {
    return this.#worlds.of(id, this.#nextId, this.#get);
  }

  /** For edits: change fields of one object. */
  patch(id: ObjectId, fields: Partial<Omit<ObjectData, 'id'>>): void {
    this.#versions.patches++;
    const object = this.#own(id);
    if (fields.name !== undefined && fields.name !== object.name) {
      this.#names.forget(object.name, id);
      this.#keepName(fields.name, id);
      this.#renamed.add({ object: id, from: object.name });
    }
    Object.assign(object, fields);
    if ('attributes' in fields) this.#versions.attributes++;
    if ('switches' in fields) this.#versions.switches++;
    if ('shape' in fields || 'materials' in fields) this.#versions.wear++;
    if ('shape' in fields) this.#versions.reshaped++;
    if ('local' in fields || 'shape' in fields || 'bake' in fields) {
      this.#versions.geometry++;
      this.#placed.add({ object: id, from: object.parent });
    }
    // Absent is how "none" is kept, so that two equal scenes are equal to the letter.
    for (const field of mayLack) if (fields[field] === null) delete object[field];
    this.hasHeld ||= !!fields.held;
    if (fields.local !== undefined) this.#worlds.forget(this.walk(id));
  }
  /** For edits: move within the tree; index counts after the object has been taken out. */
  reparent(id: ObjectId, parent: ObjectId | null, index: number): void {
    this.#versions.structure++;
    const object = this.#own(id);
    this.#placed.add({ object: id, from: object.parent });
    const from = this.#siblings(object.parent);
    from.splice(from.indexOf(id), 1);
    this.#siblings(parent).splice(index, 0, id);
    object.parent = parent;
    this.#worlds.forget(this.walk(id));
  }
  /** For edits and readers: put a branch in, with its ids. */
  insert(branch: Branch, parent: ObjectId | null, index: number): void {
    this.#siblings(parent).splice(index, 0, branch.data.id);
    const stack: { branch: Branch; parent: ObjectId | null }[] = [{ branch, parent }];
    while (stack.length) {
      const top = stack.pop()!;
      this.#tell(top.branch.data.id, top.parent, '');
      this.#store(
        top.branch.data,
        top.parent,
        top.branch.children.map((child) => child.data.id),
      );
      for (const child of top.branch.children) stack.push({ branch: child, parent: top.branch.data.id });
    }
  }
  /** For readers: append one object under a parent that is already in. */
  append(data: ObjectData, parent: ObjectId | null): void {
    this.#siblings(parent).push(data.id);
    this.#renamed.forget();
    this.#placed.forget();
    this.#store(data, parent, leaf);
  }
  /** For edits: take a branch out and return it. */
  remove(id: ObjectId): void {
    this.#versions.structure++;
    this.#versions.wear++;
    this.#versions.names++;
    this.#versions.attributes++;
    const siblings = this.#siblings(this.get(id).parent);
    siblings.splice(siblings.indexOf(id), 1);
    const gone = [...this.walk(id)];
    this.#worlds.forget(gone);
    for (const object of gone) {
      this.#names.forget(object.name, object.id);
      this.#tell(object.id, object.parent, object.name);
      if (this.#base) this.#changed.set(object.id, null);
      else this.#objects[object.id] = undefined;
      this.#count--;
    }
  }

  /** In a fork, which has no objects in its array: the object as it is here. */
  #elsewhere(id: ObjectId): SceneObject | undefined {
    if (!this.#base) return undefined;
    const changed = this.#changed.get(id);
    return changed === undefined ? this.#base.find(id) : (changed ?? undefined);
  }
  /** The object, to be written to: in a fork its own copy. */
  #own(id: ObjectId): Stored {
    if (!this.#base) return this.#objects[id]!;
    const changed = this.#changed.get(id);
    if (changed) return changed;
    const copy = { ...this.#base.get(id) } as Stored;
    this.#changed.set(id, copy);
    return copy;
  }

  #store(data: ObjectData, parent: ObjectId | null, children: ObjectId[]): void {
    this.#versions.structure++;
    this.#versions.wear++;
    this.#versions.attributes++;
    const object: Stored = {
      id: data.id,
      parent,
      children,
      name: data.name,
      kind: data.kind,
      local: data.local,
      shape: data.shape,
      materials: data.materials,
      switches: data.switches,
      layer: data.layer,
      mark: data.mark,
      attributes: data.attributes,
      rest: data.rest,
      source: data.source,
    };
    if (data.bake) object.bake = data.bake;
    if (data.outline) object.outline = data.outline;
    if (data.display) object.display = data.display;
    if (data.held) object.held = data.held;
    this.hasHeld ||= !!data.held;
    if (this.#base) {
      this.#changed.set(data.id, object);
      this.#worlds.forget([object]);
    } else this.#objects[data.id] = object;
    this.#keepName(data.name, data.id);
    this.#count++;
    if (data.id >= this.#nextId && data.id <= mostObjectId) this.#nextId = data.id + 1;
  }
  #siblings(parent: ObjectId | null): ObjectId[] {
    if (parent === null) {
      if (this.#base && this.#roots === this.#base.#roots) this.#roots = [...this.#roots];
      return this.#roots;
    }
    const object = this.#own(parent);
    // Most objects have no children: they share one list until they have. A fork shares its base's.
    if (object.children === leaf || object.children === this.#base?.find(parent)?.children)
      object.children = [...object.children];
    return object.children;
  }
  /** What came or went. */
  #tell(object: ObjectId, from: ObjectId | null, name: string): void {
    this.#placed.add({ object, from });
    this.#renamed.add({ object, from: name });
  }
  #keepName(name: string, id: ObjectId): void {
    this.#versions.names++;
    this.#names.keep(name, id);
  }
}

const mayLack = ['bake', 'display', 'outline'] as const;
/** Children of what has none; never written to. */
const leaf: ObjectId[] = [];

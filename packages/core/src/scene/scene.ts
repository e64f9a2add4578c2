import { multiply, type Mat4, identityMat4 } from '../math/mat4.js';
import { toMatrix } from '../math/transform.js';
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

/**
 * The largest id that counts towards the next one. The borders keep ids dense (see `strangeId`), so a scene comes here
 * after 67 million objects; an older log may name one beyond, which then simply stands outside of the counting.
 */
export const mostObjectId = 2 ** 26;

/** So many renames are told one by one; whoever asks for more looks at everything. */
const mostRenamesKept = 20_000;
const nobodyRenamed: readonly Rename[] = [];

/** Who was called otherwise, and how before. */
export interface Rename {
  readonly object: ObjectId;
  readonly from: string;
}

type Stored = { -readonly [K in keyof SceneObject]: SceneObject[K] } & { children: ObjectId[] };

/**
 * The scene with its indexes. Only edits may call the members marked "for edits": everything else asks.
 * Ids index an array, so a look-up is one read and a million objects stay compact.
 */
export class Scene {
  readonly #objects: (Stored | undefined)[] = [];
  readonly #roots: ObjectId[] = [];
  readonly #sets = new Map<string, SceneSet>();
  readonly #layers = new Map<string, SceneLayer>();
  readonly #views = new Map<string, SceneView>();
  #structure = 0;
  #attributesVersion = 0;
  #switchesVersion = 0;
  #placesVersion = 0;
  #setsVersion = 0;
  #namesVersion = 0;
  #patches = 0;
  /** Who was called otherwise lately, and how many renames were forgotten before them. */
  #renamed: Rename[] = [];
  #renamesForgotten = 0;
  /** One id for most names, a set for those that several share. */
  readonly #byName = new Map<string, ObjectId | Set<ObjectId>>();
  readonly #sharedNames = new Set<string>();
  /** Made when asked for; undefined: to be made again. */
  #worlds: (Mat4 | undefined)[] = [];
  #count = 0;
  #nextId = 1;

  /** For memoizeByVersion: what was worked out, and of which version. */
  readonly memory: ({ readonly at: number; readonly value: unknown } | undefined)[] = [];
  /** How much of its file the reader knew that made it: a writer compares with what that one saw. */
  reading = 1;
  readonly shapes: readonly Shape[];
  readonly materials: readonly Material[];
  #thingsVersion = 0;

  constructor(
    shapes: readonly Shape[] = [],
    materials: readonly Material[] = [],
    /** Objects that an animation of the file moves: their own transforms are not ours to bake. */
    readonly animated: ReadonlySet<ObjectId> = new Set(),
  ) {
    this.shapes = [...shapes];
    this.materials = [...materials];
  }

  /** Grows with every change of the tree, so that what depends on nothing else can be remembered. */
  get structure(): number {
    return this.#structure;
  }
  /** Grows when a switch of an object may have been turned. */
  get switchesVersion(): number {
    return this.#switchesVersion + this.#structure;
  }
  /** Grows when an attribute may have changed. */
  get attributesVersion(): number {
    return this.#attributesVersion + this.#structure;
  }
  /** Grows when anything may stand elsewhere or look otherwise. */
  get placesVersion(): number {
    return this.#placesVersion + this.#structure;
  }
  /** Grows when any object may be called otherwise. */
  get namesVersion(): number {
    return this.#namesVersion + this.#structure;
  }
  /** How many renames there have been. */
  get renames(): number {
    return this.#renamesForgotten + this.#renamed.length;
  }
  /** Who was called otherwise since there were so many renames; null: too many to tell. */
  renamedSince(renames: number): readonly Rename[] | null {
    const from = renames - this.#renamesForgotten;
    return from < 0 ? null : from === this.#renamed.length ? nobodyRenamed : this.#renamed.slice(from);
  }
  /** Grows with every change of anything. */
  get anyVersion(): number {
    return this.#patches + this.#structure + this.#setsVersion + this.#thingsVersion;
  }
  /** Grows when a material or shape may be called otherwise. */
  get thingsVersion(): number {
    return this.#thingsVersion;
  }
  /** For edits: another name for a material or shape. */
  renameThing(thing: 'material' | 'shape', index: number, name: string): void {
    this.#thingsVersion++;
    if (thing === 'material') (this.materials as Material[])[index] = { ...this.materials[index]!, name };
    else (this.shapes as Shape[])[index] = { ...this.shapes[index]!, name };
  }
  /** Named sets, by name. */
  get sets(): ReadonlyMap<string, SceneSet> {
    return this.#sets;
  }
  /** Grows with every change of a set or layer. */
  get setsVersion(): number {
    return this.#setsVersion;
  }
  /** For edits and readers: put a set in, replace it, or take it away. */
  keepSet(name: string, set: SceneSet | null): void {
    this.#setsVersion++;
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
    this.#setsVersion++;
    keepByName(this.#layers, name, layer);
  }
  /** For edits and readers. */
  keepView(name: string, view: SceneView | null): void {
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
    return this.#objects[id];
  }
  /** The object; throws RangeError when there is none (a caller's mistake). */
  get(id: ObjectId): SceneObject {
    const object = this.#objects[id];
    if (!object) throw new RangeError(`no object ${id}`);
    return object;
  }
  childrenOf(parent: ObjectId | null): readonly ObjectId[] {
    return parent === null ? this.#roots : this.get(parent).children;
  }
  /** The objects called so. */
  withName(name: string): Called {
    const ids = this.#byName.get(name);
    return ids === undefined ? nobody : typeof ids === 'number' ? new One(ids) : ids;
  }
  names(): IterableIterator<string> {
    return this.#byName.keys();
  }
  /** Names that more than one object has. */
  get sharedNames(): ReadonlySet<string> {
    return this.#sharedNames;
  }
  /** All objects, depth first in tree order. */
  *walk(from?: ObjectId): Generator<SceneObject> {
    const stack = from === undefined ? [...this.#roots].reverse() : [from];
    while (stack.length) {
      const object = this.#objects[stack.pop()!]!;
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
  /** W(n) = W(parent) L(n), cached until a transform above changes. */
  world(id: ObjectId): Mat4 {
    const own = this.#worlds[id];
    if (own) return own;
    if (!this.#worlds.length) this.#worlds = new Array<Mat4 | undefined>(this.#nextId);
    const chain: Stored[] = [];
    let matrix: Mat4 = identityMat4;
    for (let at: ObjectId | null = id; at !== null;) {
      const known = this.#worlds[at];
      if (known) {
        matrix = known;
        break;
      }
      const object: Stored = this.#objects[at]!;
      chain.push(object);
      at = object.parent;
    }
    for (let i = chain.length - 1; i >= 0; i--) {
      matrix = multiply(matrix, toMatrix(chain[i]!.local));
      this.#worlds[chain[i]!.id] = matrix;
    }
    return matrix;
  }

  /** For edits: change fields of one object. */
  patch(id: ObjectId, fields: Partial<Omit<ObjectData, 'id'>>): void {
    this.#patches++;
    const object = this.#objects[id]!;
    if (fields.name !== undefined && fields.name !== object.name) {
      this.#forgetName(object.name, id);
      this.#keepName(fields.name, id);
      this.#logRename(id, object.name);
    }
    Object.assign(object, fields);
    if ('attributes' in fields) this.#attributesVersion++;
    if ('switches' in fields) this.#switchesVersion++;
    if ('local' in fields || 'shape' in fields || 'bake' in fields) this.#placesVersion++;
    // Absent is how "none" is kept, so that two equal scenes are equal to the letter.
    if (fields.bake === null) delete object.bake;
    if (fields.display === null) delete object.display;
    if (fields.outline === null) delete object.outline;
    if (fields.local !== undefined) this.#forgetWorlds(id);
  }
  /** For edits: move within the tree; index counts after the object has been taken out. */
  place(id: ObjectId, parent: ObjectId | null, index: number): void {
    this.#structure++;
    const object = this.#objects[id]!;
    const from = this.#siblings(object.parent);
    from.splice(from.indexOf(id), 1);
    this.#siblings(parent).splice(index, 0, id);
    object.parent = parent;
    this.#forgetWorlds(id);
  }
  /** For edits and readers: put a branch in, with its ids. */
  insert(branch: Branch, parent: ObjectId | null, index: number): void {
    this.#siblings(parent).splice(index, 0, branch.data.id);
    const stack: { branch: Branch; parent: ObjectId | null }[] = [{ branch, parent }];
    while (stack.length) {
      const top = stack.pop()!;
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
    this.#store(data, parent, leaf);
  }
  /** For edits: take a branch out and return it. */
  remove(id: ObjectId): void {
    this.#structure++;
    const siblings = this.#siblings(this.get(id).parent);
    siblings.splice(siblings.indexOf(id), 1);
    this.#forgetWorlds(id);
    for (const object of [...this.walk(id)]) {
      this.#forgetName(object.name, object.id);
      this.#objects[object.id] = undefined;
      this.#count--;
    }
  }

  #store(data: ObjectData, parent: ObjectId | null, children: ObjectId[]): void {
    this.#structure++;
    if (data.id < this.#nextId) this.#logRename(data.id, '');
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
    this.#objects[data.id] = object;
    this.#keepName(data.name, data.id);
    this.#count++;
    if (data.id >= this.#nextId && data.id <= mostObjectId) this.#nextId = data.id + 1;
  }
  #siblings(parent: ObjectId | null): ObjectId[] {
    if (parent === null) return this.#roots;
    const object = this.#objects[parent]!;
    // Most objects have no children: they share one list until they have.
    if (object.children === leaf) object.children = [];
    return object.children;
  }
  #keepName(name: string, id: ObjectId): void {
    this.#namesVersion++;
    const ids = this.#byName.get(name);
    if (ids === undefined) this.#byName.set(name, id);
    else if (typeof ids !== 'number') ids.add(id);
    else if (ids !== id) {
      this.#byName.set(name, new Set([ids, id]));
      this.#sharedNames.add(name);
    }
  }
  #logRename(object: ObjectId, from: string): void {
    this.#renamed.push({ object, from });
    if (this.#renamed.length < mostRenamesKept) return;
    this.#renamesForgotten += this.#renamed.length;
    this.#renamed = [];
  }
  #forgetName(name: string, id: ObjectId): void {
    const ids = this.#byName.get(name)!;
    if (typeof ids === 'number') {
      this.#byName.delete(name);
      return;
    }
    ids.delete(id);
    if (ids.size > 1) return;
    this.#sharedNames.delete(name);
    this.#byName.set(name, [...ids][0]!);
  }
  #forgetWorlds(id: ObjectId): void {
    if (!this.#worlds.length) return;
    for (const object of this.walk(id)) this.#worlds[object.id] = undefined;
  }
}

/** Who has a name: as much of a set as is asked of it. */
export interface Called extends Iterable<ObjectId> {
  readonly size: number;
  has(id: ObjectId): boolean;
}
const nobody: Called = new Set<ObjectId>();
/** Most names have one owner; a set for each would cost more than the names. */
class One implements Called {
  readonly size = 1;
  constructor(readonly id: ObjectId) {}
  has(id: ObjectId): boolean {
    return id === this.id;
  }
  *[Symbol.iterator](): Iterator<ObjectId> {
    yield this.id;
  }
}
/** Children of what has none; never written to. */
const leaf: ObjectId[] = [];

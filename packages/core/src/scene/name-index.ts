import type { ObjectId } from './scene-object.js';

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
type Owners = ObjectId | Set<ObjectId>;

/**
 * Which objects have a name, and which names are shared. A fork reads what it has not changed from the index that it
 * was forked from, and leaves that one as it is.
 */
export class NameIndex {
  /** One id for most names, a set for those that several share; undefined, in a fork: nobody any more. */
  readonly #owners = new Map<string, Owners | undefined>();
  #shared: Set<string> | null;
  readonly #base: NameIndex | null;

  constructor(base: NameIndex | null = null) {
    this.#base = base;
    this.#shared = base ? null : new Set();
  }
  /** The objects called so. */
  called(name: string): Called {
    const owners = this.#ownersOf(name);
    return owners === undefined ? nobody : typeof owners === 'number' ? new One(owners) : owners;
  }
  /** Every name that somebody has, each once. */
  *names(): IterableIterator<string> {
    for (const [name, owners] of this.#owners) if (owners !== undefined) yield name;
    if (this.#base) for (const name of this.#base.names()) if (!this.#owners.has(name)) yield name;
  }
  /** Names that more than one object has. */
  get shared(): ReadonlySet<string> {
    return this.#shared ?? this.#base!.shared;
  }
  keep(name: string, id: ObjectId): void {
    const owners = this.#ownersOf(name);
    if (owners === undefined) this.#owners.set(name, id);
    else if (typeof owners !== 'number') this.#ownSet(name, owners).add(id);
    else if (owners !== id) {
      this.#owners.set(name, new Set([owners, id]));
      this.#ownShared().add(name);
    }
  }
  forget(name: string, id: ObjectId): void {
    const owners = this.#ownersOf(name)!;
    if (typeof owners === 'number') {
      if (this.#base) this.#owners.set(name, undefined);
      else this.#owners.delete(name);
      return;
    }
    const own = this.#ownSet(name, owners);
    own.delete(id);
    if (own.size > 1) return;
    this.#ownShared().delete(name);
    this.#owners.set(name, [...own][0]);
  }
  #ownersOf(name: string): Owners | undefined {
    const own = this.#owners.get(name);
    return own !== undefined || !this.#base || this.#owners.has(name) ? own : this.#base.#ownersOf(name);
  }
  #ownSet(name: string, owners: Set<ObjectId>): Set<ObjectId> {
    if (!this.#base || this.#owners.get(name) === owners) return owners;
    const own = new Set(owners);
    this.#owners.set(name, own);
    return own;
  }
  #ownShared(): Set<string> {
    return (this.#shared ??= new Set(this.#base!.shared));
  }
}

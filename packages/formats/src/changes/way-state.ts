import { pathPart, type ObjectId, type Scene } from '@renquil/core/scene';

/** Deeper paths are not told: every change would carry its whole way. */
const mostLevels = 256;

/** Names and parents while a list is run, change after change. */
export class WayState {
  readonly #names = new Map<ObjectId, string>();
  readonly #parents = new Map<ObjectId, ObjectId | null>();
  /** How many objects have a name now. */
  readonly #count = new Map<string, number>();
  readonly #siblings = new Map<ObjectId | null, Map<string, number>>();
  readonly #taken: (name: string) => boolean;

  constructor(
    readonly before: Scene,
    after: Scene,
  ) {
    for (const name of before.names()) this.#count.set(name, before.withName(name).size);
    this.#taken = (name) => this.#count.has(name) || after.withName(name).size > 0;
  }
  name(id: ObjectId): string {
    return this.#names.get(id) ?? this.before.get(id).name;
  }
  parent(id: ObjectId): ObjectId | null {
    return this.#parents.has(id) ? this.#parents.get(id)! : this.before.get(id).parent;
  }
  /** How many have it. */
  count(name: string): number {
    return this.#count.get(name) ?? 0;
  }
  /** How many have it below one parent. */
  countBelow(parent: ObjectId | null, name: string): number {
    return this.#below(parent).get(name) ?? 0;
  }
  #below(parent: ObjectId | null): Map<string, number> {
    let known = this.#siblings.get(parent);
    if (!known) {
      known = new Map();
      // Those that were here from the first; what comes and goes is told one by one.
      if (parent === null || this.before.find(parent))
        for (const id of this.before.childrenOf(parent)) add(known, this.before.get(id).name, 1);
      this.#siblings.set(parent, known);
    }
    return known;
  }
  create(id: ObjectId, name: string, parent: ObjectId | null): void {
    add(this.#below(parent), name, 1);
    add(this.#count, name, 1);
    this.#names.set(id, name);
    this.#parents.set(id, parent);
  }
  move(id: ObjectId, parent: ObjectId | null): void {
    const [from, name] = [this.#below(this.parent(id)), this.name(id)];
    add(this.#below(parent), name, 1);
    add(from, name, -1);
    this.#parents.set(id, parent);
  }
  rename(id: ObjectId, to: string): void {
    const [below, from] = [this.#below(this.parent(id)), this.name(id)];
    add(below, to, 1);
    add(below, from, -1);
    add(this.#count, to, 1);
    add(this.#count, from, -1);
    this.#names.set(id, to);
  }
  remove(id: ObjectId): void {
    add(this.#below(this.parent(id)), this.name(id), -1);
    add(this.#count, this.name(id), -1);
  }
  /** A name that nobody has, had or will have. */
  free(like: string): string {
    const stem = like.slice(0, 200) || 'object';
    let n = this.#next.get(stem) ?? 1;
    while (this.#taken(`${stem}_${n}`)) n++;
    this.#next.set(stem, n + 1);
    return `${stem}_${n}`;
  }
  readonly #next = new Map<string, number>();
  /** Where an object is now; undefined: too deep. */
  path(id: ObjectId): string | undefined {
    const parts: string[] = [];
    for (let at: ObjectId | null = id; at !== null; at = this.parent(at)) {
      if (parts.length >= mostLevels) return undefined;
      parts.push(pathPart(this.name(at)));
    }
    return `/${parts.reverse().join('/')}`;
  }
}
function add(to: Map<string, number>, name: string, by: number): void {
  to.set(name, (to.get(name) ?? 0) + by);
}

import type { CrateSpec } from './crate-file.js';
import type { CratePaths } from './crate-paths.js';

/** Specs under a path that are looked through one after another, at most. */
const few = 16;

/** Finds specs by what they stand under and their last element. */
export class SpecsBelow {
  /** By path: the last spec under it; by spec: the one before it. -1: none. */
  readonly #last: Int32Array;
  readonly #before: Int32Array;
  readonly #counts: Uint32Array;
  readonly #maps = new Map<number, ReadonlyMap<string, CrateSpec>>();
  constructor(
    readonly specs: readonly CrateSpec[],
    readonly paths: CratePaths,
  ) {
    this.#last = new Int32Array(paths.count).fill(-1);
    this.#counts = new Uint32Array(paths.count);
    this.#before = new Int32Array(specs.length);
    specs.forEach(({ path }, i) => {
      const parent = paths.parents[path] ?? -1;
      if (parent < 0) return;
      this.#before[i] = this.#last[parent]!;
      this.#last[parent] = i;
      this.#counts[parent]!++;
    });
  }
  find(path: number, element: string): CrateSpec | undefined {
    if (!(path >= 0 && path < this.#last.length)) return undefined;
    if (this.#counts[path]! > few) return this.#mapOf(path).get(element);
    for (let at = this.#last[path]!; at >= 0; at = this.#before[at]!) {
      const spec = this.specs[at]!;
      if (this.paths.element(spec.path) === element) return spec;
    }
    return undefined;
  }
  /** One look for each of many names would be the square of them. */
  #mapOf(path: number): ReadonlyMap<string, CrateSpec> {
    let known = this.#maps.get(path);
    if (!known) {
      const made = new Map<string, CrateSpec>();
      for (let at = this.#last[path]!; at >= 0; at = this.#before[at]!) {
        const spec = this.specs[at]!;
        const element = this.paths.element(spec.path);
        if (!made.has(element)) made.set(element, spec);
      }
      this.#maps.set(path, (known = made));
    }
    return known;
  }
}

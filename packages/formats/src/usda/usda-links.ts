import { UsdaArcs } from './usda-arcs.js';
import type { UsdaNamespace } from './usda-namespace.js';

/**
 * Places that must keep one name: what is said below a prim that takes over from another means what stands under the same
 * name there, in whichever variant. Of a group the first in the layer stands for all.
 */
export class UsdaLinks {
  readonly #first: Int32Array;
  readonly arcs: UsdaArcs;
  readonly #shared: ReadonlySet<number>;
  readonly #targets: ReadonlySet<number>;
  constructor(readonly namespace: UsdaNamespace) {
    const { layer, places } = namespace;
    this.arcs = new UsdaArcs(namespace, (place) =>
      places[place]!.specs.flatMap((prim) => {
        const { meta, variants } = layer.prims[prim]!;
        return [meta, ...variants.map((scope) => layer.scopes[scope]!.meta)];
      }),
    );
    this.#first = Int32Array.from(places, (_, place) => place);
    places.forEach((_, place) => {
      for (const other of this.arcs.above(place)) this.#join(place, other);
    });
    this.#targets = new Set(places.flatMap((_, place) => this.arcs.brought(place)));
    this.#shared = new Set(places.flatMap((_, place) => (this.of(place) === place ? [] : [this.of(place)])));
  }
  /** The place that stands for all of its group. */
  of(place: number): number {
    let at = place;
    while (this.#first[at] !== at) at = this.#first[at] = this.#first[this.#first[at]!]!;
    return at;
  }
  /** Whether a place means what stands elsewhere, too. */
  isLinked(place: number): boolean {
    return this.arcs.above(place).length > 0;
  }
  /** Whether it stands below something that others take over, so that they have it too. */
  isTakenOver(place: number): boolean {
    for (let at = place; at >= 0; at = this.namespace.places[at]!.parent)
      if (this.#targets.has(at)) return true;
    return false;
  }
  /** Places that take over from others, with what each takes over. */
  *takers(): Generator<readonly [number, readonly number[]]> {
    for (const place of this.namespace.places.keys()) {
      const brought = this.arcs.brought(place);
      if (brought.length) yield [place, brought];
    }
  }
  /** Whether any prim takes over from another. */
  get hasArcs(): boolean {
    return this.#targets.size > 0;
  }
  /** Whether others go by its name. */
  isShared(place: number): boolean {
    return this.#shared.has(this.of(place));
  }
  #join(a: number, b: number): void {
    const [x, y] = [this.of(a), this.of(b)];
    if (x < y) this.#first[y] = x;
    else this.#first[x] = y;
  }
}

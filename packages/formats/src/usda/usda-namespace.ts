import type { UsdaLayer } from './usda-layer.js';

/** A place in the tree of a layer, with every statement about it: in the layer, and within variants. */
export interface UsdaPlace {
  readonly name: string;
  /** By number; -1: the root. */
  readonly parent: number;
  /** Prims of the layer that stand for it, in the order of the text. */
  readonly specs: number[];
  readonly children: number[];
}
/** The places of a layer, parents before children, in the order of the text. */
export class UsdaNamespace {
  readonly places: UsdaPlace[] = [];
  readonly roots: number[] = [];
  /** Of each prim, the number of its place. */
  readonly ofPrim: Int32Array;
  readonly #byName = new Map<number, Map<string, number>>();
  constructor(readonly layer: UsdaLayer) {
    this.ofPrim = new Int32Array(layer.prims.length);
    layer.prims.forEach(({ name, within }, prim) => {
      const parent = this.ofScope(within);
      let place = this.find(parent, name);
      if (place < 0) {
        place = this.places.length;
        this.places.push({ name, parent, specs: [], children: [] });
        let names = this.#byName.get(parent);
        if (!names) this.#byName.set(parent, (names = new Map<string, number>()));
        names.set(name, place);
        (parent < 0 ? this.roots : this.places[parent]!.children).push(place);
      }
      this.places[place]!.specs.push(prim);
      this.ofPrim[prim] = place;
    });
  }
  /** The place that a scope says something of, whatever variant it is of; -1: the root. */
  ofScope(scope: number): number {
    const { prim } = this.layer.scopes[scope]!;
    return prim < 0 ? -1 : this.ofPrim[prim]!;
  }
  /** The child of a name; -1: there is none that the layer knows. */
  find(parent: number, name: string): number {
    return this.#byName.get(parent)?.get(name) ?? -1;
  }
  pathOf(place: number): string {
    const names: string[] = [];
    for (let at = place; at >= 0; at = this.places[at]!.parent) names.push(this.places[at]!.name);
    return `/${names.reverse().join('/')}`;
  }
}

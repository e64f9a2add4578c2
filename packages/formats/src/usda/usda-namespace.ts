import type { LayerPart, UsdaLayer } from './usda-layer.js';

/** A place in the tree of a layer, with every statement about it: in the layer, and within variants. */
export interface UsdaPlace {
  readonly name: string;
  /** By number; -1: the root. */
  readonly parent: number;
  /** Prims that stand for it, the strongest first; in one file in the order of the text. */
  readonly specs: number[];
  readonly children: number[];
}
/** Paths that are kept with what they mean. */
const mostResolved = 100_000;
/**
 * The places of a layer, parents before children, in the order of the text: of what the layer is layered on first, as OpenUSD
 * puts children together from the weakest layer up; of what is taken over last.
 */
export class UsdaNamespace {
  readonly places: UsdaPlace[] = [];
  readonly roots: number[] = [];
  /** Of each prim, the number of its place. */
  readonly ofPrim: Int32Array;
  readonly #byName = new Map<number, Map<string, number>>();
  /** Of each place, that which stands for the file that it is of, where it is taken over; -1: it is of the layer. */
  readonly #bases: number[] = [];
  constructor(readonly layer: UsdaLayer) {
    this.ofPrim = new Int32Array(layer.prims.length);
    const { parts } = layer;
    if (parts.length === 1) {
      this.#takeAll(0, layer.prims.length);
      return;
    }
    const bases = [...new Set(parts.map(({ base }) => base))].sort((a, b) => a - b);
    for (const base of bases) {
      if (base >= 0) this.#take(base);
      for (const part of parts.filter((one) => one.base === base).reverse()) {
        const from = part.prims;
        this.#takeAll(from, from + part.count);
      }
    }
    for (const { specs } of this.places) if (specs.length > 1) specs.sort((a, b) => a - b);
  }
  #takeAll(from: number, to: number): void {
    for (let prim = from; prim < to; prim++) this.#take(prim);
  }
  #take(prim: number): void {
    const { name, within } = this.layer.prims[prim]!;
    const parent = this.ofScope(within);
    const known = this.find(parent, name);
    const place = known < 0 ? this.#put(parent, name) : known;
    this.places[place]!.specs.push(prim);
    this.ofPrim[prim] = place;
  }
  /** A place below another that nothing in the text stands for: it is there since what that one takes over has it. */
  compose(parent: number, name: string): void {
    this.#put(parent, name);
  }
  #put(parent: number, name: string): number {
    const place = this.places.length;
    this.places.push({ name, parent, specs: [], children: [] });
    let names = this.#byName.get(parent);
    if (!names) this.#byName.set(parent, (names = new Map<string, number>()));
    names.set(name, place);
    (parent < 0 ? this.roots : this.places[parent]!.children).push(place);
    this.#bases.push(parent >= 0 ? this.#bases[parent]! : name.startsWith('@') ? place : -1);
    return place;
  }
  /** Where absolute paths go from that are said of a place: the file that it is of, where it is taken over; -1: the layer. */
  baseOf(place: number): number {
    return place < 0 ? -1 : this.#bases[place]!;
  }
  /** Variants that who takes a place over chose for it; null: none. */
  chosenFor(place: number): ReadonlyMap<string, string> | null {
    const base = this.baseOf(place);
    if (base < 0) return null;
    const { chosen } = this.#partOf(base);
    return chosen && this.pathOf(place) === `${this.pathOf(base)}${chosen.path}` ? chosen.by : null;
  }
  #partOf(base: number): LayerPart {
    this.#byBase ??= new Map(
      this.layer.parts.toReversed().map((part) => [part.base < 0 ? -1 : this.ofPrim[part.base]!, part]),
    );
    return this.#byBase.get(base)!;
  }
  #byBase: ReadonlyMap<number, LayerPart> | null = null;
  /** What a path from the root means, for who stands in one file: found once. */
  resolved(path: string, anchor: number, find: (path: string) => number): number {
    const key = `${this.baseOf(anchor)} ${path}`;
    const known = this.#resolved.get(key);
    // What is put in later may be meant by a path that meant nothing.
    if (known !== undefined && known >= 0) return known;
    const found = find(path);
    if (this.#resolved.size < mostResolved) this.#resolved.set(key, found);
    return found;
  }
  readonly #resolved = new Map<string, number>();
  /** The file that a byte of the text is of. */
  partAt(byte: number): LayerPart {
    const { parts } = this.layer;
    let [low, high] = [0, parts.length - 1];
    while (low < high) {
      const middle = (low + high + 1) >> 1;
      if (parts[middle]!.start <= byte) low = middle;
      else high = middle - 1;
    }
    return parts[low]!;
  }
  /** The other files that speak of a place. */
  othersOf(place: number): readonly LayerPart[] {
    const { count } = this.layer.parts[0]!;
    return this.places[place]!.specs.filter((prim) => prim >= count).flatMap((prim) => {
      const { start } = this.layer.prims[prim]!.nameSpan;
      return start ? [this.partAt(start)] : [];
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

import { composeBelow } from './compose-below.js';
import { ArcTime } from './arc-time.js';
import { timeWithin, type LayerTime } from './layer-time.js';
import { placesIn, UsdaArcs } from './usda-arcs.js';
import type { UsdaLayer, UsdaPrim } from './usda-layer.js';
import type { UsdaField, UsdaMeta } from './usda-meta.js';
import type { UsdaProperty } from './usda-properties.js';
import { UsdaNamespace } from './usda-namespace.js';
import { valueOf } from './usda-dictionary.js';
import { textOf, type Span } from './usda-scanner.js';
import { isString, numbersIn, stringText } from './usda-value.js';

/** What a layer says once variants are chosen: opinions of a place in the order of their strength. */
export class UsdaStage {
  readonly namespace: UsdaNamespace;
  readonly bytes: Uint8Array;
  /** Whether a scope counts: it is in the layer, or in the chosen variant. */
  readonly #live: Uint8Array;
  readonly #says = new Map<number, readonly number[]>();
  readonly #arcs: UsdaArcs;
  readonly #arcTime: ArcTime;
  /** Orders of operations by their text, as they were read (xform-ops.ts). */
  readonly orders = new Map<string, readonly string[]>();
  /** Files that it refers to and that are not with it. */
  get outside(): readonly string[] {
    return this.layer.outside;
  }
  /** Places whose children by what they take over are places too. */
  readonly #composed: ReadonlySet<number>;
  /** @param asWhole leaves what is taken over as one with what takes it over, as layers once were read */
  constructor(
    readonly layer: UsdaLayer,
    readonly asWhole = false,
  ) {
    this.namespace = new UsdaNamespace(layer);
    this.bytes = layer.bytes;
    this.#live = new Uint8Array(layer.scopes.length);
    layer.scopes.forEach(({ prim, variant }, scope) => {
      // Scopes come after those that they stand in.
      if (prim < 0) this.#live[scope] = 1;
      else if (!variant) this.#live[scope] = this.#live[layer.prims[prim]!.within]!;
      else this.#live[scope] = this.#live[variant.within] && this.#isChosen(prim, variant) ? 1 : 0;
    });
    this.#arcs = new UsdaArcs(this.namespace, (place) => this.#metas(place));
    this.#arcTime = new ArcTime(this.namespace, this.#arcs, (place) => this.#metas(place));
    this.#composed = asWhole ? new Set() : composeBelow(this);
  }
  /** Who says something of a place: itself, and what it takes over where that is put below it, the strongest first. */
  saying(place: number): readonly number[] {
    const isAlone = this.isWhole(place) && !this.isComposed(place);
    return isAlone ? [place] : [place, ...this.brought(place)];
  }
  /** Whether it is an instance, which says nothing of what it holds (`instanceable`), or not active. */
  isClosed(place: number): boolean {
    const says = (field: string, word: string): boolean =>
      this.word(this.field(place, field)?.value) === word;
    return says('instanceable', 'true') || says('active', 'false');
  }
  /** Whether all that stands below a prim by what it takes over is one with it. */
  isWhole(place: number): boolean {
    return !this.#composed.has(place);
  }
  /** Whether a place is there, for one, since something above it takes over another that has it. */
  isComposed(place: number): boolean {
    const { parent } = this.namespace.places[place]!;
    return parent >= 0 && this.#composed.has(parent) && this.isTakenOver(place);
  }
  /** Parentheses that count for a place. */
  #metas(place: number): (UsdaMeta | null)[] {
    const prims = this.specs(place).map((prim) => this.layer.prims[prim]!);
    const variants = prims.flatMap(({ variants }) => variants.filter((scope) => this.#live[scope]));
    return [...prims.map(({ meta }) => meta), ...variants.map((scope) => this.layer.scopes[scope]!.meta)];
  }
  /** Prims that count for a place. */
  specs(place: number): readonly number[] {
    const { specs } = this.namespace.places[place]!;
    for (const prim of specs)
      if (!this.#live[this.layer.prims[prim]!.own])
        return specs.filter((one) => this.#live[this.layer.prims[one]!.own]);
    return specs;
  }
  /** Prims that count for a place, and stand in the layer's own file. */
  ownSpecs(place: number): readonly number[] {
    const specs = this.specs(place);
    const { count } = this.layer.parts[0]!;
    return specs.every((prim) => prim < count) ? specs : specs.filter((prim) => prim < count);
  }
  /** What comes from a variant that is chosen: the set and its name; null: it stands in the layer itself. */
  variantOf(place: number): string | null {
    const [first] = this.specs(place);
    const variant = first === undefined ? null : this.layer.scopes[this.layer.prims[first]!.within]!.variant;
    return variant && `${variant.set}=${variant.name}`;
  }
  typeOf(place: number): string {
    return this.#strongest(place, ({ type }) => type || undefined) ?? '';
  }
  /** `def` where one says so, else `class`, else `over`. */
  specifierOf(place: number): UsdaPrim['specifier'] {
    let found: UsdaPrim['specifier'] = 'over';
    const look = (at: number): boolean => {
      for (const prim of this.specs(at)) {
        const { specifier } = this.layer.prims[prim]!;
        if (specifier === 'def') return true;
        if (specifier === 'class') found = specifier;
      }
      return false;
    };
    return look(place) || this.brought(place).some(look) ? 'def' : found;
  }
  /** A field of its metadata; null: nobody says it. */
  field(place: number, name: string): UsdaField | null {
    return this.#strongest(place, ({ meta }) => meta?.fields.last(name)) ?? null;
  }
  /** The same, but for what it takes over from others. */
  ownField(place: number, name: string): UsdaField | null {
    for (const prim of this.specs(place)) {
      const found = this.layer.prims[prim]!.meta?.fields.last(name);
      if (found) return found;
    }
    return null;
  }
  property(place: number, name: string, part = ''): UsdaProperty | null {
    const own = this.#propertyOf(place, name, part);
    if (own) return own;
    for (const at of this.brought(place)) {
      const found = this.#propertyOf(at, name, part);
      if (found) return found;
    }
    return null;
  }
  /** The samples of a property, and how the codes of who says them are counted where the prim stands. */
  samples(place: number, name: string): { readonly value: Span; readonly time: LayerTime } | null {
    for (const at of [place, ...this.brought(place)]) {
      const value = this.#propertyOf(at, name, 'timeSamples')?.value;
      if (!value) continue;
      const { time } = this.namespace.partAt(value.start);
      return { value, time: timeWithin(this.#arcTime.of(place, at), time) };
    }
    return null;
  }
  /** Places that a relationship, or a connection, means, by whoever says it: paths go from there. */
  targets(place: number, name: string, part: '' | 'connect' = ''): number[] {
    for (const at of [place, ...this.brought(place)]) {
      const found = this.#propertyOf(at, name, part);
      if (!found) continue;
      const isLink = part === 'connect' || found.type === 'rel';
      return isLink && found.value ? this.pathsIn(found.value, at) : [];
    }
    return [];
  }
  #propertyOf(place: number, name: string, part: string): UsdaProperty | null {
    for (const scope of this.scopes(place)) {
      const found = this.layer.properties.find(scope, name, part);
      if (found) return found;
    }
    return null;
  }
  /** What its own opinions say of properties that are wanted by their name, or for being custom, and by the rest; the strongest of each. */
  properties(
    place: number,
    isWanted: (name: string, isCustom: boolean) => boolean,
    isMeant: (one: UsdaProperty) => boolean = () => true,
  ): UsdaProperty[] {
    let found: Map<string, UsdaProperty> | null = null;
    for (const scope of this.scopes(place))
      for (const one of this.layer.properties.where(scope, isWanted)) {
        const key = `${one.name}.${one.part}`;
        found ??= new Map();
        if (isMeant(one) && !found.has(key)) found.set(key, one);
      }
    return found ? [...found.values()] : [];
  }
  /** Scopes of a place that count, the strongest first. */
  scopes(place: number): readonly number[] {
    const known = this.#says.get(place);
    if (known) return known;
    const own = this.specs(place);
    const [only] = own;
    if (own.length === 1 && !this.layer.prims[only!]!.variants.length) {
      const says = [this.layer.prims[only!]!.own];
      this.#says.set(place, says);
      return says;
    }
    const variants = own.flatMap((prim) =>
      this.layer.prims[prim]!.variants.filter((scope) => this.#live[scope]),
    );
    const says = [...own.map((prim) => this.layer.prims[prim]!.own), ...variants];
    this.#says.set(place, says);
    return says;
  }
  /** Places of this layer that arcs bring in, the strongest first; rings and long chains end. */
  brought(place: number): readonly number[] {
    return this.#arcs.brought(place);
  }
  /** Places that the paths in a value mean; those behind another layer, and of nothing that is here, are left out. */
  pathsIn(value: Span, anchor: number): number[] {
    return placesIn(this.namespace, value, anchor);
  }
  /** Whether an arc above a place brings in something of its name. */
  isTakenOver(place: number): boolean {
    return this.takenFrom(place).length > 0;
  }
  /** What arcs above a place bring in under its name, the strongest first. */
  takenFrom(place: number): number[] {
    return this.#arcs.above(place);
  }
  /** A text or a token; null: it is none. */
  text(value: Span | null | undefined): string | null {
    return value && isString(this.bytes, value) ? stringText(this.bytes, value) : null;
  }
  /** The numbers of a value; none: nothing is said. */
  numbers(value: Span | null | undefined): number[] {
    return value ? numbersIn(this.bytes, value) : [];
  }
  /** A word that stands without quotes, such as `true`. */
  word(value: Span | null | undefined): string {
    return value ? textOf(this.bytes, value.start, value.end).trim() : '';
  }

  #strongest<T>(place: number, look: (prim: UsdaPrim) => T | undefined): T | undefined {
    const own = this.#saidOf(place, look);
    if (own !== undefined) return own;
    for (const at of this.brought(place)) {
      const found = this.#saidOf(at, look);
      if (found !== undefined) return found;
    }
    return undefined;
  }
  #saidOf<T>(place: number, look: (prim: UsdaPrim) => T | undefined): T | undefined {
    for (const prim of this.specs(place)) {
      const found = look(this.layer.prims[prim]!);
      if (found !== undefined) return found;
    }
    return undefined;
  }
  #isChosen(prim: number, { set, name }: { readonly set: string; readonly name: string }): boolean {
    const above = this.namespace.chosenFor(this.namespace.ofPrim[prim]!)?.get(set);
    if (above !== undefined) return above === name;
    // Who is stronger chooses, in whichever file the variants stand.
    for (const one of this.namespace.places[this.namespace.ofPrim[prim]!]!.specs) {
      const chosen = this.layer.prims[one]!.meta?.fields.last('variants')?.value;
      const value = chosen && valueOf(this.layer, chosen, set);
      if (value) return this.text(value) === name;
    }
    return false;
  }
}

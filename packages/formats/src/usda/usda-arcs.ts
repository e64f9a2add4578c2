import type { UsdaMeta } from './usda-meta.js';
import type { UsdaNamespace } from './usda-namespace.js';
import { parsePath } from './usda-path.js';
import { defaultPath } from './taken-files.js';
import { chars, textOf, UsdaScanner, type Span } from './usda-scanner.js';

/** Fields by which a prim takes over what another one says. */
const arcs = ['inherits', 'references', 'payload', 'specializes'] as const;
/** Places that are asked one after another for what a prim says, at most. */
const mostArcs = 64;
/** Arcs in each other that are followed: rings and long chains end. */
const mostNested = 64;
const nothing: readonly number[] = Object.freeze([]);

/** What the prims of a layer take over from others in it. Places may be added to the namespace while it is asked. */
export class UsdaArcs {
  readonly #brought: (readonly number[] | undefined)[] = [];
  readonly #hasAny: boolean;
  #nested = 0;
  /** @param metas the parentheses that count for a place */
  constructor(
    readonly namespace: UsdaNamespace,
    readonly metas: (place: number) => readonly (UsdaMeta | null)[],
  ) {
    const { layer } = namespace;
    const mayHave = (meta: UsdaMeta | null): boolean =>
      meta !== null && arcs.some((arc) => meta.fields.has(arc));
    this.#hasAny =
      layer.prims.some(({ meta }) => mayHave(meta)) || layer.scopes.some(({ meta }) => mayHave(meta));
  }

  /** Places that a prim takes over from, with those that these take over from, the strongest first. */
  brought(place: number): readonly number[] {
    if (!this.#hasAny) return nothing;
    const known = this.#brought[place];
    if (known) return known;
    if (this.#nested >= mostNested) return nothing;
    // From the top down, so that what stands above is known by then, however deep they stand.
    const way: number[] = [];
    const { places } = this.namespace;
    for (let at = place; at >= 0 && !this.#brought[at]; at = places[at]!.parent) way.push(at);
    this.#nested++;
    for (const at of way.reverse()) {
      // What asks for it while it is worked out is taken over in a ring.
      this.#brought[at] = nothing;
      this.#brought[at] = this.#find(at);
    }
    this.#nested--;
    return this.#brought[place]!;
  }
  #find(place: number): readonly number[] {
    const above = this.above(place);
    const own = this.own(place);
    if (!above.length && !own.length) return nothing;
    const seen = new Set<number>();
    for (const target of [...own, ...above])
      // What a prim stands in cannot be within it again.
      if (!this.#isAbove(target, place))
        for (const at of [target, ...this.brought(target)])
          if (at !== place && seen.size < mostArcs) seen.add(at);
    return seen.size ? [...seen] : nothing;
  }
  #isAbove(upper: number, place: number): boolean {
    const { places } = this.namespace;
    let at = place;
    // Parents have smaller numbers than their children.
    while (at > upper) at = places[at]!.parent;
    return at === upper;
  }
  /** Of these, what comes by an arc of a prim above it: the same name below what that one takes over. */
  above(place: number): number[] {
    const { name, parent } = this.namespace.places[place]!;
    const brought = parent < 0 ? nothing : this.brought(parent);
    if (!brought.length) return [];
    return brought.flatMap((above) => {
      const found = this.namespace.find(above, name);
      return found >= 0 && found !== place ? [found] : [];
    });
  }
  /** What its own arcs mean, each once, and no more of them than are asked. */
  own(place: number): readonly number[] {
    let known = this.#owns.get(place);
    if (!known) {
      known = [...new Set(this.#read(place))].slice(0, mostArcs);
      if (known.length) this.#owns.set(place, known);
    }
    return known;
  }
  readonly #owns = new Map<number, readonly number[]>();
  #read(place: number): number[] {
    const metas = this.metas(place);
    return arcs.flatMap((arc) =>
      metas.flatMap((meta) =>
        (meta?.fields.get(arc) ?? []).flatMap(({ op, value }) =>
          op === 'delete' || op === 'reorder' ? [] : placesIn(this.namespace, value, place),
        ),
      ),
    );
  }
}

/** Places that the paths in a value mean; those behind another layer, and of nothing that is here, are left out. */
export function placesIn(namespace: UsdaNamespace, value: Span, anchor: number): number[] {
  const { bytes, file } = namespace.layer;
  const found: number[] = [];
  // One path from the root, as most bindings are: many prims mean the same.
  if (bytes[value.start] === chars.less && bytes[value.start + 1] === chars.slash) {
    const known = namespace.resolved(textOf(bytes, value.start + 1, value.end - 1), anchor, (path) =>
      resolvePath(namespace, path, anchor),
    );
    return known >= 0 ? [known] : [];
  }
  const add = (place: number): void => void (place >= 0 && found.push(place));
  const scan = new UsdaScanner(bytes, file);
  scan.at = value.start;
  scan.value({
    path({ start, end }, asset) {
      const path = textOf(bytes, start, end);
      if (!asset) return add(resolvePath(namespace, path, anchor));
      const base = takenFrom(namespace, asset);
      if (base >= 0) add(resolvePath(namespace, path, base));
    },
    asset(asset, path) {
      if (!path) add(defaultOf(namespace, takenFrom(namespace, asset)));
    },
  });
  return found;
}
/** What stands for a file that is named in the text; -1: it did not come with the layer. */
function takenFrom(namespace: UsdaNamespace, asset: Span): number {
  const base = namespace.partAt(asset.start).bases.get(asset.start);
  return base === undefined ? -1 : namespace.ofPrim[base]!;
}
/** What a file gives that is named without a path: its default prim (OpenUSD, `defaultPrim`). */
function defaultOf(namespace: UsdaNamespace, base: number): number {
  if (base < 0) return -1;
  const { bytes, parts } = namespace.layer;
  const part = parts.find((one) => one.base >= 0 && namespace.ofPrim[one.base] === base);
  const path = part ? defaultPath(bytes, part.meta) : null;
  return path === null ? -1 : resolvePath(namespace, path, base);
}

/**
 * The place that a path means; -1: none that the layer knows.
 * @param way takes every place on the way
 */
export function resolvePath(
  namespace: UsdaNamespace,
  path: string,
  anchor: number,
  way: number[] = [],
): number {
  const parsed = parsePath(path);
  if (!parsed) return -1;
  const base = namespace.baseOf(anchor);
  let at = parsed.isAbsolute ? base : anchor;
  for (const { kind, text } of parsed.steps) {
    if (kind === 'rest') break;
    if (kind === 'up') {
      if (at < 0 || at === base) return -1;
      at = namespace.places[at]!.parent;
    } else {
      at = namespace.find(at, text);
      if (at < 0) return -1;
    }
    way.push(at);
  }
  return at;
}

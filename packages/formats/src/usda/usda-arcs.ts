import type { UsdaMeta } from './usda-layer.js';
import type { UsdaNamespace } from './usda-namespace.js';
import { parsePath } from './usda-path.js';
import { assetName } from './layer-parts.js';
import { isString, stringText } from './usda-value.js';
import { textOf, UsdaScanner, type Span } from './usda-scanner.js';

/** Fields by which a prim takes over what another one says. */
const arcs = ['inherits', 'references', 'payload', 'specializes'] as const;
/** Places that are asked one after another for what a prim says, at most. */
const mostArcs = 64;
const nothing: readonly number[] = Object.freeze([]);

/** What the prims of a layer take over from others in it. */
export class UsdaArcs {
  readonly #brought: (readonly number[])[] = [];
  /** @param metas the parentheses that count for a place */
  constructor(
    readonly namespace: UsdaNamespace,
    readonly metas: (place: number) => readonly (UsdaMeta | null)[],
  ) {
    const { layer } = namespace;
    const mayHave = (meta: UsdaMeta | null): boolean =>
      meta !== null && arcs.some((arc) => meta.fields.has(arc));
    if (!layer.prims.some(({ meta }) => mayHave(meta)) && !layer.scopes.some(({ meta }) => mayHave(meta)))
      return;
    // Parents come before their children, so that what stands above is known by then, however deep they stand.
    namespace.places.forEach((_, place) => this.#brought.push(this.#find(place)));
  }

  /** Places that a prim takes over from, the strongest first; rings and long chains end. */
  brought(place: number): readonly number[] {
    return this.#brought[place] ?? nothing;
  }
  #find(place: number): readonly number[] {
    const above = this.above(place);
    const own = this.#own(place);
    if (!above.length && !own.length) return nothing;
    const seen = new Set<number>([place]);
    for (const at of seen) {
      if (seen.size > mostArcs) break;
      for (const target of this.#own(at)) seen.add(target);
    }
    for (const found of above) if (seen.size <= mostArcs) seen.add(found);
    seen.delete(place);
    return seen.size ? [...seen] : nothing;
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
  #own(place: number): readonly number[] {
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
  const { layer } = namespace;
  const base = namespace.partAt(asset.start).bases.get(assetName(layer.bytes, asset));
  return base === undefined ? -1 : namespace.ofPrim[base]!;
}
/** What a file gives that is named without a path: its default prim (OpenUSD, `defaultPrim`). */
function defaultOf(namespace: UsdaNamespace, base: number): number {
  if (base < 0) return -1;
  const { bytes, parts } = namespace.layer;
  const part = parts.find((one) => one.base >= 0 && namespace.ofPrim[one.base] === base);
  const value = part?.meta?.fields.get('defaultPrim')?.at(-1)?.value;
  if (!value || !isString(bytes, value)) return -1;
  const name = stringText(bytes, value);
  return resolvePath(namespace, name.startsWith('/') ? name : `/${name}`, base);
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

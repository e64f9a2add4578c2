import { isOwnTime, ownTime, timeBehind, timeWithin, type LayerTime } from './layer-time.js';
import type { LayerPart } from './usda-layer.js';
import type { UsdaMeta } from './usda-meta.js';
import type { UsdaNamespace } from './usda-namespace.js';
import { resolvePath, type UsdaArcs } from './usda-arcs.js';
import { chars, textOf, UsdaScanner } from './usda-scanner.js';

/** Arcs that may say how the time of what they bring in is counted (OpenUSD, SdfReference, SdfPayload). */
const timed = ['references', 'payload'] as const;
/** Arcs in each other that are followed: rings end. */
const mostNested = 64;

/**
 * How the samples of what a prim takes over within its layer are counted where it stands: `references = </a> (offset = 10)`.
 * What comes of another file is counted as that file is taken in (layer-parts.ts), and not here again.
 */
export class ArcTime {
  #nested = 0;
  readonly #own = new Map<number, ReadonlyMap<number, LayerTime>>();
  constructor(
    readonly namespace: UsdaNamespace,
    readonly arcs: UsdaArcs,
    readonly metas: (place: number) => readonly (UsdaMeta | null)[],
  ) {}
  /** @param source one of the places that `place` takes over from */
  of(place: number, source: number): LayerTime {
    if (place === source || this.#nested >= mostNested) return ownTime;
    this.#nested++;
    const time = this.#find(place, source);
    this.#nested--;
    return time;
  }
  #find(place: number, source: number): LayerTime {
    for (const [target, time] of this.#targets(place)) {
      if (target === source) return time;
      if (this.arcs.brought(target).includes(source)) return timeWithin(time, this.of(target, source));
    }
    return this.#above(place, source);
  }
  /** By an arc of what it stands in: the same name below what that takes over. */
  #above(place: number, source: number): LayerTime {
    const { name, parent } = this.namespace.places[place]!;
    if (parent < 0) return ownTime;
    for (const upper of this.arcs.brought(parent)) {
      const below = this.namespace.find(upper, name);
      if (below === source) return this.of(parent, upper);
      if (below >= 0 && below !== place && this.arcs.brought(below).includes(source))
        return timeWithin(this.of(parent, upper), this.of(below, source));
    }
    return ownTime;
  }
  /** What its own arcs mean, the strongest first, with how each is counted. */
  #targets(place: number): ReadonlyMap<number, LayerTime> {
    let known = this.#own.get(place);
    if (!known) {
      const found = new Map<number, LayerTime>();
      const said = this.#said(place);
      for (const target of this.arcs.own(place)) found.set(target, said.get(target) ?? ownTime);
      this.#own.set(place, (known = found));
    }
    return known;
  }
  #said(place: number): Map<number, LayerTime> {
    const { namespace } = this;
    const { bytes, file } = namespace.layer;
    const said = new Map<number, LayerTime>();
    for (const meta of this.metas(place))
      for (const arc of timed)
        for (const { value } of meta?.fields.get(arc) ?? []) {
          const scan = new UsdaScanner(bytes, file);
          scan.at = value.start;
          scan.value({
            path({ start, end }, asset) {
              if (asset) return;
              const behind = bytes[end] === chars.more ? end + 1 : end;
              const time = timeBehind(bytes, file, behind);
              const target = resolvePath(namespace, textOf(bytes, start, end), place);
              if (target >= 0 && !said.has(target) && !isOwnTime(time))
                said.set(target, within(namespace.layer.parts, namespace.partAt(start), time));
            },
          });
        }
    return said;
  }
}
/**
 * An arc of a file in the codes of the layer that takes it in. It means a prim of all the layers that its file is one of, as they
 * count together (OpenUSD applies the offset of a sublayer to the arc, and to the samples that it leads to).
 */
function within(parts: readonly LayerPart[], part: LayerPart, time: LayerTime): LayerTime {
  // The first of those is the one that took the others in.
  const together = parts.find(({ base }) => base === part.base)!.time;
  const back = { offset: -together.offset / together.scale, scale: 1 / together.scale };
  return timeWithin(timeWithin(part.time, time), back);
}

import type { UsdaNamespace } from './usda-namespace.js';

/** What is asked of a stage that is still being made. */
interface Asked {
  readonly namespace: UsdaNamespace;
  /** What a place takes over. */
  brought(place: number): readonly number[];
  /** Prims that count for a place. */
  specs(place: number): readonly number[];
  /** Whether it is an instance, or not active: then nothing is put below it. */
  isClosed(place: number): boolean;
}

/** Places that are there by what others take over, at most: a few lines may bring in a million. */
const mostComposed = 200_000;
/** Of those in each other. */
const mostDeep = 256;

/**
 * Puts places into a stage's namespace for all that stands below what its prims take over (OpenUSD, composition: children
 * come by references, payloads, inherits and specializes too). Not below instances, which say nothing of what they hold
 * (`instanceable`), nor below what is not active; nor beyond a bound, where what is brought in stays one with who brings it.
 * @returns the prims whose children are all there
 */
export function composeBelow(stage: Asked): ReadonlySet<number> {
  const { namespace } = stage;
  const { places } = namespace;
  const composed = new Set<number>();
  const inWhole = new Set<number>();
  const depths = new Map<number, number>();
  let left = mostComposed;
  // What is put in is looked at in its turn.
  for (let place = 0; place < places.length; place++) {
    if (namespace.baseOf(place) >= 0) continue;
    const brought = stage.brought(place);
    const { parent } = places[place]!;
    if (inWhole.has(parent)) inWhole.add(place);
    if (!brought.length || inWhole.has(place)) continue;
    const names = new Set<string>();
    for (const target of brought)
      for (const child of places[target]!.children) {
        const isThere = stage.specs(child).length > 0 || stage.brought(child).length > 0;
        if (isThere && namespace.find(place, places[child]!.name) < 0) names.add(places[child]!.name);
      }
    const depth = (depths.get(parent) ?? 0) + 1;
    if (stage.isClosed(place) || names.size > left || depth > mostDeep) {
      inWhole.add(place);
      continue;
    }
    left -= names.size;
    composed.add(place);
    depths.set(place, depth);
    for (const name of names) namespace.compose(place, name);
  }
  return composed;
}

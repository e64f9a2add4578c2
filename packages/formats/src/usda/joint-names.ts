import type { BytePatch } from './layer-text.js';
import type { UsdaChanges } from './usda-changes.js';
import { quoted } from './rename-prims.js';
import { textsIn } from './xform-ops.js';

/** Properties that list joints by their paths: of a skeleton, of what moves it, and of what hangs on it. */
const lists: ReadonlySet<string> = new Set(['joints', 'skel:joints']);

/** What changes where joints got other names: each list that means one of them. */
export function jointPatches(changes: UsdaChanges): BytePatch[] {
  const { stage } = changes.opened;
  const { layer, namespace } = stage;
  const renames = changes.joints.renames();
  if (!renames.size) return [];
  const meant = new Meant(changes, new Set(renames.keys()));
  const patches: BytePatch[] = [];
  layer.scopes.forEach(({ prim }, scope) => {
    for (const { value, name } of prim < 0 ? [] : layer.properties.where(scope, (one) => lists.has(one))) {
      if (!value) continue;
      const place = namespace.ofPrim[prim]!;
      for (const [span, path] of textsIn(stage, value)) {
        const now = new Set(
          meant.skeletons(place, name).flatMap((skeleton) => renames.get(skeleton)?.get(path) ?? []),
        );
        if (!now.size) continue;
        if (now.size > 1)
          changes.refuse(`the joint "${path}" of "${namespace.pathOf(place)}" is to have two names`);
        if (value.start >= layer.own.length)
          changes.refuse(`the joint "${path}" stands in a file that is not written`);
        const [put] = now;
        if (put !== path) patches.push({ ...span, put: quoted(stage.bytes, span, put!) });
      }
    }
  });
  return patches;
}
/** Which skeletons a list of joints is about (UsdSkelBindingAPI: bindings hold for all below, until another is said). */
class Meant {
  readonly #ofMotion = new Map<number, Set<number>>();
  constructor(
    readonly changes: UsdaChanges,
    readonly skeletonsOfLayer: ReadonlySet<number>,
  ) {
    const { places } = changes.opened.stage.namespace;
    places.forEach((_, place) => {
      for (const motion of this.#targets(place, 'skel:animationSource')) {
        let of = this.#ofMotion.get(motion);
        if (!of) this.#ofMotion.set(motion, (of = new Set()));
        for (const skeleton of this.#near(place)) of.add(skeleton);
      }
    });
  }
  skeletons(place: number, list: string): readonly number[] {
    if (list === 'skel:joints') return this.#boundAbove(place);
    return this.skeletonsOfLayer.has(place) ? [place] : [...(this.#ofMotion.get(place) ?? [])];
  }
  /** Of what is moved at a place: the skeleton there, those below, and what is bound there or above. */
  #near(place: number): number[] {
    const { namespace } = this.changes.opened.stage;
    const below = [...this.skeletonsOfLayer].filter((skeleton) => {
      for (let at = skeleton; at >= 0; at = namespace.places[at]!.parent) if (at === place) return true;
      return false;
    });
    return [...below, ...this.#boundAbove(place)];
  }
  #boundAbove(place: number): readonly number[] {
    const { namespace } = this.changes.opened.stage;
    for (let at = place; at >= 0; at = namespace.places[at]!.parent) {
      const found = this.#targets(at, 'skel:skeleton');
      if (found.length) return found;
    }
    return [];
  }
  #targets(place: number, name: string): readonly number[] {
    const { stage } = this.changes.opened;
    const rel = stage.property(place, name);
    return rel?.type === 'rel' && rel.value ? stage.pathsIn(rel.value, place) : [];
  }
}

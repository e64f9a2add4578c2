import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { ObjectId, SceneObject } from '../scene/scene-object.js';
import { walkBranch } from '../scene/branch.js';
import type { Edit } from '../edits/edit.js';
import type { Scene } from '../scene/scene.js';
import { isRuled, switchedOff } from '../scene/switched.js';

/** Why the top of a branch stays: a helper by kind or prefix, a switch, or what a target does not take. */
export type HomeWhy = 'helper' | 'prefix' | 'switch' | 'kind' | 'layer' | 'set' | 'filter';

/** The same for people. */
export const homeWords: Readonly<Record<HomeWhy, string>> = {
  helper: 'helper',
  prefix: 'helper prefix',
  switch: 'switched not to go',
  kind: 'kind not taken',
  layer: 'layer not taken',
  set: 'set not taken',
  filter: 'not found by the filter',
};

/** What does not go into a package, and why. */
export interface StaysHome {
  /** Tops of the branches that stay: helpers by kind or prefix, and what is switched not to go, by itself, its layer or a set. */
  readonly tops: readonly { id: ObjectId; why: HomeWhy; prefix?: string }[];
  /** All objects that stay, with those below a top. */
  readonly all: ReadonlySet<ObjectId>;
  /** Objects that are no helpers themselves and stay only because they hang below one. */
  readonly takenAlong: readonly ObjectId[];
}

/**
 * What is not handed off.
 * @param notTaken why whoever receives it does not take an object
 */
export function staysHome(
  scene: Scene,
  convention: CompiledConvention,
  notTaken?: (object: SceneObject) => HomeWhy | null,
): StaysHome {
  const tops: { id: ObjectId; why: HomeWhy; prefix?: string }[] = [];
  const all = new Set<ObjectId>();
  const takenAlong: ObjectId[] = [];
  const off = switchedOff(scene, 'goes');
  for (const object of scene.walk()) {
    const prefix = convention.helperPrefix(object.name);
    const why = prefix
      ? 'prefix'
      : object.kind === 'helper'
        ? 'helper'
        : off.has(object.id)
          ? 'switch'
          : (notTaken?.(object) ?? null);
    const below = object.parent !== null && all.has(object.parent);
    if (!why && !below) continue;
    all.add(object.id);
    if (!below) tops.push({ id: object.id, why: why!, ...(prefix ? { prefix } : {}) });
    else if (!why) takenAlong.push(object.id);
  }
  return { tops, all, takenAlong };
}

/**
 * Whether edits, already applied, can have changed what stays home. Says yes too often rather than once too seldom; for most
 * edits of a large scene it saves looking at all of it.
 */
export function mayChangeHome(
  scene: Scene,
  convention: CompiledConvention,
  { all }: StaysHome,
  edits: readonly Edit[],
): boolean {
  // Layers and sets may rule over any object.
  const ruled = isRuled(scene, 'goes');
  const helper = (name: string): boolean => convention.helperPrefix(name) !== null;
  return edits.some((edit) => {
    switch (edit.kind) {
      case 'transform':
      case 'attribute':
      case 'rename-thing':
      case 'named-view':
        return ruled;
      case 'rename':
        return ruled || helper(edit.from) || helper(edit.to);
      case 'insert':
      case 'remove': {
        if (ruled || (edit.parent !== null && all.has(edit.parent))) return true;
        for (const { data } of walkBranch(edit.branch))
          if (all.has(data.id) || data.kind === 'helper' || !data.switches.goes || helper(data.name))
            return true;
        return false;
      }
      case 'move': {
        if (ruled) return true;
        const { parent } = scene.find(edit.object) ?? { parent: null };
        // Something below it may stay home by itself: it counts among other tops then.
        return (
          all.size > 0 &&
          (all.has(edit.object) || (parent !== null && all.has(parent)) || hasAny(scene, edit.object, all))
        );
      }
      case 'set':
        return ruled || edit.field === 'switches';
      default:
        return true;
    }
  });
}
function hasAny(scene: Scene, top: ObjectId, all: ReadonlySet<ObjectId>): boolean {
  if (!scene.find(top)) return true;
  for (const { id } of scene.walk(top)) if (all.has(id)) return true;
  return false;
}

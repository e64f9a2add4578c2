import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { switchedOff } from '../scene/switched.js';

export interface StaysHome {
  /** Tops of the branches that stay: helpers by kind or prefix, and what is switched not to go, by itself, its layer or a set. */
  readonly tops: readonly { id: ObjectId; why: 'helper' | 'prefix' | 'switch'; prefix?: string }[];
  /** All objects that stay, with those below a top. */
  readonly all: ReadonlySet<ObjectId>;
  /** Objects that are no helpers themselves and stay only because they hang below one. */
  readonly takenAlong: readonly ObjectId[];
}

/** What is not handed off. */
export function staysHome(scene: Scene, convention: CompiledConvention): StaysHome {
  const tops: { id: ObjectId; why: 'helper' | 'prefix' | 'switch'; prefix?: string }[] = [];
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
          : null;
    const below = object.parent !== null && all.has(object.parent);
    if (!why && !below) continue;
    all.add(object.id);
    if (!below) tops.push({ id: object.id, why: why!, ...(prefix ? { prefix } : {}) });
    else if (!why) takenAlong.push(object.id);
  }
  return { tops, all, takenAlong };
}

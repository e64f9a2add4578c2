import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { CompiledConvention } from '../slots/compiled-convention.js';
import { NextFree } from './next-free.js';
import type { ClashPolicy } from './step.js';

/** A name that several would get, or that somebody has. */
export interface Clash {
  readonly object: ObjectId;
  readonly wanted: string;
  /** Who has the name: an object that keeps it, or one earlier in the same list. */
  readonly with: ObjectId;
  /** What the policy did about it; null: nothing, so the list cannot be applied. */
  readonly way: 'number-on' | 'skip' | null;
}
/** New names after clashes were settled, and the clashes. */
export interface ResolvedNames {
  readonly names: Map<ObjectId, string>;
  readonly clashes: Clash[];
}

/**
 * Makes a list of new names unique over the scene, by the policy. Renames are simultaneous: a name that its owner gives
 * up in the same list is free. Names nobody else has or wants first are given out first, so that one clash does not push
 * every later number on; what is taken over from elsewhere keeps its name; a taken one goes on in the number slot of its convention. Only names that would change are looked at: what clashed before stays as it was.
 */
export function resolveClashes(
  scene: Scene,
  asked: ReadonlyMap<ObjectId, string>,
  policy: ClashPolicy,
  convention: CompiledConvention | null = null,
): ResolvedNames {
  const wanted = scene.hasHeld ? new Map([...asked].filter(([id]) => !scene.get(id).held)) : asked;
  const names = new Map<ObjectId, string>();
  const clashes: Clash[] = [];
  const claimed = new Map<string, ObjectId>();
  const free = new NextFree(scene, convention);
  const owner = (name: string): ObjectId | undefined => {
    const earlier = claimed.get(name);
    if (earlier !== undefined) return earlier;
    for (const id of scene.withName(name)) if ((wanted.get(id) ?? name) === name) return id;
    return undefined;
  };
  for (const [object, name] of wanted) {
    if (scene.get(object).name === name) continue;
    const other = owner(name);
    // Held in its place, so that the list stays in tree order whatever becomes of it.
    names.set(object, name);
    if (other === undefined) claimed.set(name, object);
    else clashes.push({ object, wanted: name, with: other, way: policy === 'stop' ? null : policy });
  }
  for (const { object, wanted: name } of clashes) {
    if (policy === 'number-on') {
      const next = free.of(scene.get(object), name, (candidate) => owner(candidate) !== undefined);
      names.set(object, next);
      claimed.set(next, object);
    } else if (policy === 'skip') names.delete(object);
  }
  return policy === 'skip' ? withoutStranded(scene, { names, clashes }) : { names, clashes };
}

/** A skipped object keeps its old name, which a later row may have counted on: such rows are skipped too. */
function withoutStranded(scene: Scene, resolved: ResolvedNames): ResolvedNames {
  const { names, clashes } = resolved;
  for (let again = true; again;) {
    again = false;
    for (const clash of [...clashes]) {
      const kept = scene.get(clash.object).name;
      for (const [object, name] of names) {
        if (name !== kept || object === clash.object) continue;
        names.delete(object);
        clashes.push({ object, wanted: name, with: clash.object, way: 'skip' });
        again = true;
      }
    }
  }
  return resolved;
}

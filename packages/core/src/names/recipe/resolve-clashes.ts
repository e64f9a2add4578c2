import type { ObjectId } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import type { ClashPolicy } from './step.js';

export interface Clash {
  readonly object: ObjectId;
  readonly wanted: string;
  /** Who has the name: an object that keeps it, or one earlier in the same list. */
  readonly with: ObjectId;
  /** What the policy did about it; null: nothing, so the list cannot be applied. */
  readonly way: 'number-on' | 'skip' | null;
}
export interface ResolvedNames {
  readonly names: Map<ObjectId, string>;
  readonly clashes: Clash[];
}

/**
 * Makes a list of new names unique over the scene, by the policy. Renames are simultaneous: a name that its owner gives
 * up in the same list is free. Names nobody else has or wants first are given out first, so that one clash does not push
 * every later number on. Only names that would change are looked at: what clashed before stays as it was.
 */
export function resolveClashes(
  scene: Scene,
  wanted: ReadonlyMap<ObjectId, string>,
  policy: ClashPolicy,
): ResolvedNames {
  const names = new Map<ObjectId, string>();
  const clashes: Clash[] = [];
  const claimed = new Map<string, ObjectId>();
  const counters = new Map<string, number>();
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
      const free = nextFree(name, (candidate) => owner(candidate) !== undefined, counters);
      names.set(object, free);
      claimed.set(free, object);
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

/** The next free name: the last number in it counted up at its own width, or a number put at its end. */
export function nextFree(
  name: string,
  taken: (name: string) => boolean,
  counters: Map<string, number> = new Map(),
): string {
  const parts = /^(.*?)([0-9]+)([^0-9]*)$/su.exec(name);
  const [before, digits, after] = parts ? [parts[1]!, parts[2]!, parts[3]!] : [name, '', ''];
  const width = digits.length || 3;
  const key = `${before}\u0000${width}\u0000${after}`;
  let count = Math.max(counters.get(key) ?? 0, digits ? Number(digits) : 0);
  let candidate: string;
  do candidate = before + String(++count).padStart(width, '0') + after;
  while (taken(candidate));
  counters.set(key, count);
  return candidate;
}

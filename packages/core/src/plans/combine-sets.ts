import type { Edit } from '../edits/edit.js';
import { setMembers } from '../query/set-members.js';
import type { SceneSet } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';

/** Together: in either. Without: in the first only. Both: in both. */
export const setWays = ['together', 'without', 'both'] as const;
/** How two sets make a third. */
export type SetWay = (typeof setWays)[number];

/**
 * A new set from two. Of a live set and another it is live too, so that it goes on following; of two kept by hand it is
 * kept by hand, in the order of the first.
 */
export function combineSets(
  scene: Scene,
  name: string,
  sets: readonly [SceneSet, SceneSet],
  way: SetWay,
): Edit[] {
  const from = scene.sets.get(name) ?? null;
  return [{ kind: 'named-set', name, from, to: combined(scene, name, sets, way) }];
}

function combined(scene: Scene, name: string, [a, b]: readonly [SceneSet, SceneSet], way: SetWay): SceneSet {
  if (a.how === 'fixed' && b.how === 'fixed') {
    const other = new Set(b.objects);
    const objects =
      way === 'together'
        ? [...new Set([...a.objects, ...b.objects])]
        : a.objects.filter((id) => other.has(id) === (way === 'both'));
    return { name, how: 'fixed', objects };
  }
  const [left, right] = [`set:"${a.name}"`, `set:"${b.name}"`];
  const queries: Record<SetWay, string> = {
    together: `${left} or ${right}`,
    without: `${left} -${right}`,
    both: `${left} ${right}`,
  };
  // A quote in a name cannot be asked for: then what is in it now is kept by hand.
  if (`${a.name}${b.name}`.includes('"')) {
    const [first, second] = [setMembers(scene, a), setMembers(scene, b)];
    return combined(
      scene,
      name,
      [
        { name: a.name, how: 'fixed', objects: first },
        { name: b.name, how: 'fixed', objects: second },
      ],
      way,
    );
  }
  return { name, how: 'live', query: queries[way] };
}

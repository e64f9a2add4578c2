import type { ObjectId, Scene } from '@renquil/core/scene';
import type { Gltf } from './gltf-json.js';

/**
 * Which scenes of the file a root joins that none of them lists yet: those that showed it where it hung before; for one
 * that was made here, those that showed what is under it, else the default scene. A root that no scene showed stays so.
 */
export function newRoots(
  json: Gltf,
  scene: Scene,
  placeOf: (id: ObjectId) => number,
): Map<number, Set<number>> {
  const nodes = json.nodes?.length ?? 0;
  const listed = new Set((json.scenes ?? []).flatMap((one) => one.nodes ?? []));
  const fresh = scene.roots.filter((id) => !listed.has(placeOf(id)));
  const joins = new Map<number, Set<number>>();
  if (!fresh.length || !json.scenes?.length) return joins;
  const shownIn = scenesOfNodes(json);
  for (const id of fresh) {
    const place = placeOf(id);
    if (place < nodes) {
      joins.set(place, shownIn.get(place) ?? new Set());
      continue;
    }
    const stack = [id];
    let found: Set<number> | undefined;
    while (stack.length && !found?.size) {
      const at = stack.pop()!;
      found = shownIn.get(placeOf(at));
      stack.push(...[...scene.get(at).children].reverse());
    }
    joins.set(place, found?.size ? found : new Set([json.scene ?? 0]));
  }
  return joins;
}

/** The scenes in which a node of the file is shown, by its root. */
function scenesOfNodes(json: Gltf): Map<number, Set<number>> {
  const shownIn = new Map<number, Set<number>>();
  json.scenes?.forEach(({ nodes = [] }, i) => {
    const stack = [...nodes];
    while (stack.length) {
      const at = stack.pop()!;
      const scenes = shownIn.get(at);
      if (scenes?.has(i)) continue;
      if (scenes) scenes.add(i);
      else shownIn.set(at, new Set([i]));
      for (const child of json.nodes?.[at]?.children ?? []) stack.push(child);
    }
  });
  return shownIn;
}

import type { ObjectId, Scene } from '@renquil/core';

export interface DrawGroup {
  readonly shape: number;
  readonly ghost: boolean;
  readonly objects: readonly ObjectId[];
}

/** Which objects are drawn, put together by shape and by whether they are ghosts (they stay home). */
export function drawList(
  scene: Scene,
  home: ReadonlySet<ObjectId>,
  only: ReadonlySet<ObjectId> | null,
): DrawGroup[] {
  const groups = new Map<string, { shape: number; ghost: boolean; objects: ObjectId[] }>();
  const shown = only && withBranches(scene, only);
  for (const object of scene.walk()) {
    if (object.shape === null || !object.switches.shown || (shown && !shown.has(object.id))) continue;
    const ghost = home.has(object.id);
    const key = `${object.shape}${ghost ? 'g' : ''}`;
    let group = groups.get(key);
    if (!group) groups.set(key, (group = { shape: object.shape, ghost, objects: [] }));
    group.objects.push(object.id);
  }
  return [...groups.values()];
}

function withBranches(scene: Scene, tops: ReadonlySet<ObjectId>): Set<ObjectId> {
  const all = new Set<ObjectId>();
  for (const id of tops) if (scene.find(id)) for (const object of scene.walk(id)) all.add(object.id);
  return all;
}

import { displayOf, switchedOff, type Display, type ObjectId, type Scene } from '@renquil/core';

export interface DrawGroup {
  readonly shape: number;
  readonly look: Display;
  readonly objects: readonly ObjectId[];
}
export interface DrawWish {
  /** What stays home is drawn as `helpers` says, unless it says itself. */
  readonly home: ReadonlySet<ObjectId>;
  readonly helpers: Display;
  /** Draw only these branches; null: all. */
  readonly only: ReadonlySet<ObjectId> | null;
}

/** Which objects are drawn, put together by shape and look: one draw call each. */
export function drawList(scene: Scene, { home, helpers, only }: DrawWish): DrawGroup[] {
  const groups = new Map<string, { shape: number; look: Display; objects: ObjectId[] }>();
  const shown = only && withBranches(scene, only);
  const off = switchedOff(scene, 'shown');
  for (const object of scene.walk()) {
    if (object.shape === null || off.has(object.id) || (shown && !shown.has(object.id))) continue;
    const said = displayOf(scene, object);
    const look = home.has(object.id) && said === 'solid' ? helpers : said;
    const key = `${object.shape} ${look}`;
    let group = groups.get(key);
    if (!group) groups.set(key, (group = { shape: object.shape, look, objects: [] }));
    group.objects.push(object.id);
  }
  return [...groups.values()];
}

/** Objects that are drawn as their outline: controls made here. */
export function outlineList(scene: Scene, { only }: DrawWish): ObjectId[] {
  const shown = only && withBranches(scene, only);
  const found: ObjectId[] = [];
  const off = switchedOff(scene, 'shown');
  for (const { id, outline, shape } of scene.walk())
    if (outline && shape === null && !off.has(id) && (!shown || shown.has(id))) found.push(id);
  return found;
}

function withBranches(scene: Scene, tops: ReadonlySet<ObjectId>): Set<ObjectId> {
  const all = new Set<ObjectId>();
  for (const id of tops) if (scene.find(id)) for (const object of scene.walk(id)) all.add(object.id);
  return all;
}

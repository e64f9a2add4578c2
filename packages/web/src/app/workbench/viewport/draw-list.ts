import {
  displayOf,
  offBy,
  switchedOff,
  type Display,
  type ObjectId,
  type Scene,
  type SceneObject,
} from '@renquil/core/scene';

/** What is to be drawn, and how. */
export interface DrawWish {
  /** What stays home is drawn as `helpers` says, unless it says itself. */
  readonly home: ReadonlySet<ObjectId>;
  readonly helpers: Display;
  /** Draw only these branches; null: all. */
  readonly only: ReadonlySet<ObjectId> | null;
}

/** Every object that is drawn with its shape, and how. */
export function* looksOf(
  scene: Scene,
  { home, helpers, only }: DrawWish,
): Generator<{ readonly object: SceneObject; readonly look: Display }> {
  const shown = only && withBranches(scene, only);
  const off = switchedOff(scene, 'shown');
  for (const object of scene.walk()) {
    if (object.shape === null || off.has(object.id) || (shown && !shown.has(object.id))) continue;
    const said = displayOf(scene, object);
    yield { object, look: home.has(object.id) && said === 'solid' ? helpers : said };
  }
}

/** How one object is drawn; null: it is not. */
export function lookOf(scene: Scene, { home, helpers, only }: DrawWish, object: SceneObject): Display | null {
  if (offBy(scene, object, 'shown')) return null;
  if (only) {
    let at: SceneObject | undefined = object;
    while (at && !only.has(at.id)) at = at.parent === null ? undefined : scene.get(at.parent);
    if (!at) return null;
  }
  const said = displayOf(scene, object);
  return home.has(object.id) && said === 'solid' ? helpers : said;
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

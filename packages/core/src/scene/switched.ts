import type { Edit } from '../edits/edit.js';
import { isInSet } from '../query/is-in-set.js';
import type { ReadElsewhere } from '../query/query-node.js';
import { concernedByEdits, textReadsElsewhere } from '../query/query-reads.js';
import { parseQuery } from '../query/query.js';
import { memoizeByVersion } from './memoize-by-version.js';
import type { Scene } from './scene.js';
import {
  switchNames,
  type Display,
  type ObjectId,
  type SceneLayer,
  type SceneObject,
  type SceneSet,
  type SwitchName,
} from './scene-object.js';

/** What turns a switch off for an object, the nearest first: itself, something above it, its layer, a set. */
export interface OffBy {
  readonly by: 'itself' | 'above' | 'layer' | 'set';
  readonly name: string;
}

/** Layers and sets that rule over a switch or a look, worked out once for a state of them. */
interface Rules {
  /** By switch: layer -> the layer (itself or above it) that turns it off. */
  readonly layers: Readonly<Record<SwitchName, ReadonlyMap<string, string>>>;
  readonly sets: Readonly<Record<SwitchName, readonly SceneSet[]>>;
  readonly looks: ReadonlyMap<string, Display>;
  readonly setLooks: readonly SceneSet[];
}
function makeRules(scene: Scene): Rules {
  const perSwitch = <T>(make: (name: SwitchName) => T): Record<SwitchName, T> =>
    Object.fromEntries(switchNames.map((name) => [name, make(name)])) as Record<SwitchName, T>;
  const nearest = <T>(layer: SceneLayer, of: (layer: SceneLayer) => T | undefined): T | undefined => {
    for (
      let at: SceneLayer | undefined = layer;
      at;
      at = at.parent ? scene.layers.get(at.parent) : undefined
    ) {
      const found = of(at);
      if (found !== undefined) return found;
    }
    return undefined;
  };
  const looks = new Map<string, Display>();
  for (const layer of scene.layers.values()) {
    const look = nearest(layer, ({ display }) => display);
    if (look) looks.set(layer.name, look);
  }
  return {
    layers: perSwitch((name) => {
      const off = new Map<string, string>();
      for (const layer of scene.layers.values()) {
        const by = nearest(layer, (one) => (one.switches?.[name] === false ? one.name : undefined));
        if (by !== undefined) off.set(layer.name, by);
      }
      return off;
    }),
    sets: perSwitch((name) => [...scene.sets.values()].filter((set) => set.switches?.[name] === false)),
    looks,
    setLooks: [...scene.sets.values()].filter((set) => set.display !== undefined),
  };
}

const rulesOf = memoizeByVersion((scene) => scene.setsVersion, makeRules);

/** Why a switch is off for an object, or null when it is on: off wins, wherever it is said. */
export function offBy(scene: Scene, object: SceneObject, name: SwitchName): OffBy | null {
  if (!object.switches[name]) return { by: 'itself', name: object.name };
  let levels = 0;
  for (const above of scene.ancestors(object.id)) {
    if (!above.switches[name]) return { by: 'above', name: above.name };
    if (++levels === mostLevels) return deepOffBy(scene, object, name);
  }
  return ruledOff(scene, object, name, rulesOf(scene));
}
/** Below so many levels it is cheaper to know it of all. */
const mostLevels = 100;
function deepOffBy(scene: Scene, object: SceneObject, name: SwitchName): OffBy | null {
  const by = nearestOff(scene)[name][object.id]!;
  return by ? { by: 'above', name: scene.get(by).name } : ruledOff(scene, object, name, rulesOf(scene));
}
/** By switch and id: the nearest above an object that turns it off; 0: none does. */
const nearestOff = memoizeByVersion(
  (scene) => scene.switchesVersion,
  (scene): Readonly<Record<SwitchName, Int32Array>> => {
    const found = Object.fromEntries(
      switchNames.map((name) => [name, new Int32Array(scene.nextId)] as const),
    ) as Record<SwitchName, Int32Array>;
    for (const { id, parent } of scene.walk()) {
      if (parent === null) continue;
      const above = scene.get(parent);
      for (const name of switchNames) found[name][id] = above.switches[name] ? found[name][parent]! : parent;
    }
    return found;
  },
);
function ruledOff(scene: Scene, object: SceneObject, name: SwitchName, rules: Rules): OffBy | null {
  const layer = rules.layers[name].get(object.layer);
  if (layer !== undefined) return { by: 'layer', name: layer };
  for (const set of rules.sets[name])
    if (isInSet(scene, object, set, parseQuery)) return { by: 'set', name: set.name };
  return null;
}

/** All objects for which a switch is off, in one walk. */
export function switchedOff(scene: Scene, name: SwitchName): ReadonlySet<ObjectId> {
  const off = new Set<ObjectId>();
  /** Off by its own switch or one above: what those below inherit. */
  const inherited = new Set<ObjectId>();
  const rules = rulesOf(scene);
  const ruled = rules.layers[name].size > 0 || rules.sets[name].length > 0;
  for (const object of scene.walk()) {
    if (!object.switches[name] || (object.parent !== null && inherited.has(object.parent))) {
      inherited.add(object.id);
      off.add(object.id);
    } else if (ruled && ruledOff(scene, object, name, rules)) off.add(object.id);
  }
  return off;
}

/** How an object is drawn: as it says itself, else its layer, else the first set that says, else solid. */
export function displayOf(scene: Scene, object: SceneObject): Display {
  if (object.display) return object.display;
  const rules = rulesOf(scene);
  const look = rules.looks.get(object.layer);
  if (look) return look;
  for (const set of rules.setLooks) if (isInSet(scene, object, set, parseQuery)) return set.display!;
  return 'solid';
}

/** Whether any layer or set rules over the switch. */
export function isRuled(scene: Scene, name: SwitchName): boolean {
  const rules = rulesOf(scene);
  return rules.layers[name].size > 0 || rules.sets[name].length > 0;
}

/**
 * For how many objects edits, already applied, may turn a switch by a live set, beside those that they touch; null: any.
 */
export function ruledAnewByQueries(scene: Scene, edits: readonly Edit[]): ReadonlySet<ObjectId> | null {
  return concernedByEdits(scene, readsOfRules(scene), edits);
}
/** What the live sets that rule over a switch look at. */
const readsOfRules = memoizeByVersion(
  (scene) => scene.setsVersion,
  (scene): ReadonlySet<ReadElsewhere> => {
    const { sets } = rulesOf(scene);
    const live = switchNames.flatMap((name) => sets[name]).filter((set) => set.how === 'live');
    return new Set(live.flatMap(({ query }) => [...textReadsElsewhere(query)]));
  },
);

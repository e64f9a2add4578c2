import { sameJson } from '@renquil/core/edits';
import {
  displays,
  switchNames,
  type Display,
  type Ruling,
  type Scene,
  type SceneLayer,
  type SceneSet,
  type SceneView,
} from '@renquil/core/scene';
import type { Gltf } from './gltf-json.js';
import { isObject } from './guards.js';

/** A set as it stands in the root's `extras.renquil.sets`: fixed ones by the places of their nodes. */
type StoredSet = Ruling & ({ name: string; nodes: number[] } | { name: string; query: string });
type StoredView = Omit<SceneView, 'hidden'> & { nodes: number[] };
interface Stored {
  sets?: StoredSet[];
  layers?: SceneLayer[];
  views?: StoredView[];
}
const keys = ['sets', 'layers', 'views'] as const;

/** What Renquil left at the root of a file beside its objects; what is not well-formed is skipped. */
export function readBoard(json: Gltf, scene: Scene): void {
  const extras = (json as { extras?: unknown }).extras;
  const ours = isObject(extras) && isObject(extras['renquil']) ? extras['renquil'] : {};
  const count = json.nodes?.length ?? 0;
  for (const [stored, name] of named(ours['sets'])) {
    const set = setFrom(stored, name, count);
    if (set) scene.keepSet(name, set);
  }
  for (const [stored, name] of named(ours['layers'])) {
    const { colour, parent } = stored;
    scene.keepLayer(name, {
      name,
      ...(typeof colour === 'string' ? { colour } : {}),
      ...(typeof parent === 'string' && parent && !isAbove(scene, name, parent) ? { parent } : {}),
      ...rulingFrom(stored),
    });
  }
  for (const [stored, name] of named(ours['views'])) {
    const view: SceneView = {
      name,
      hidden: objectsAt(stored['nodes'], count),
      layers: texts(stored['layers']),
      sets: texts(stored['sets']),
    };
    scene.keepView(name, view);
  }
}

/** The root's extras with the scene's sets, layers and views in them; null when they say the same already. */
export function boardExtras(
  json: Gltf,
  scene: Scene,
  placeOf: (id: number) => number,
): Record<string, unknown> | null {
  const before = (json as { extras?: unknown }).extras;
  const all = isObject(before) ? before : {};
  const ours: Record<string, unknown> = isObject(all['renquil']) ? { ...all['renquil'] } : {};
  const places = (ids: readonly number[]): number[] => ids.filter((id) => scene.find(id)).map(placeOf);
  const now: Stored = {
    sets: [...scene.sets.values()].map((set): StoredSet => {
      if (set.how === 'live') {
        const { how: _live, ...rest } = set;
        return rest;
      }
      const { how: _fixed, objects, ...rest } = set;
      return { ...rest, nodes: places(objects) };
    }),
    layers: [...scene.layers.values()],
    views: [...scene.views.values()].map(({ hidden, ...rest }) => ({ ...rest, nodes: places(hidden) })),
  };
  if (keys.every((key) => sameJson(ours[key] ?? [], now[key]))) return null;
  for (const key of keys) {
    if (now[key]!.length) ours[key] = now[key];
    else delete ours[key];
  }
  return { ...all, renquil: ours };
}

/** After nodes were dropped from the list: the places of those that stay. */
export function shiftBoard(json: Gltf, dropped: ReadonlySet<number>): void {
  const extras = (json as { extras?: { renquil?: Stored } }).extras;
  const gone = [...dropped].sort((a, b) => a - b);
  for (const one of [...(extras?.renquil?.sets ?? []), ...(extras?.renquil?.views ?? [])]) {
    if ('nodes' in one)
      one.nodes = one.nodes.filter((at) => !dropped.has(at)).map((at) => at - countBelow(gone, at));
  }
}

function* named(list: unknown): Generator<[Record<string, unknown>, string]> {
  if (!Array.isArray(list)) return;
  for (const one of list as unknown[])
    if (isObject(one) && typeof one['name'] === 'string' && one['name']) yield [one, one['name']];
}
function setFrom(stored: Record<string, unknown>, name: string, count: number): SceneSet | null {
  const { query, nodes } = stored;
  if (typeof query === 'string') return { name, how: 'live', query, ...rulingFrom(stored) };
  if (!Array.isArray(nodes)) return null;
  return { name, how: 'fixed', objects: objectsAt(nodes, count), ...rulingFrom(stored) };
}
function rulingFrom({ switches, display }: Record<string, unknown>): Ruling {
  const names = isObject(switches) ? switchNames.filter((one) => typeof switches[one] === 'boolean') : [];
  return {
    ...(names.length
      ? {
          switches: Object.fromEntries(names.map((one) => [one, (switches as Record<string, boolean>)[one]])),
        }
      : {}),
    ...(displays.includes(display as Display) ? { display: display as Display } : {}),
  };
}
function objectsAt(nodes: unknown, count: number): number[] {
  const isPlace = (at: unknown): at is number =>
    Number.isInteger(at) && Number(at) >= 0 && Number(at) < count;
  return Array.isArray(nodes) ? nodes.filter(isPlace).map((at) => at + 1) : [];
}
function texts(list: unknown): string[] {
  return Array.isArray(list)
    ? list.filter((one): one is string => typeof one === 'string' && one !== '')
    : [];
}
/** A file may hold a ring of layers; the link that would close it is left out. */
function isAbove(scene: Scene, name: string, parent: string): boolean {
  for (let at: string | undefined = parent; at !== undefined; at = scene.layers.get(at)?.parent)
    if (at === name) return true;
  return false;
}

function countBelow(sorted: readonly number[], at: number): number {
  let [low, high] = [0, sorted.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (sorted[middle]! < at) low = middle + 1;
    else high = middle;
  }
  return low;
}

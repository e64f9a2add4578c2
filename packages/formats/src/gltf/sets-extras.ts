import { sameJson, type Scene, type SceneSet } from '@renquil/core';
import type { Gltf } from './gltf-json.js';
import { isObject } from './guards.js';

/** A set as it stands in the root's `extras.renquil.sets`: fixed ones by the places of their nodes. */
type StoredSet = { name: string; nodes: number[] } | { name: string; query: string };

/** Sets that Renquil left in a file; what is not well-formed is skipped. */
export function readSets(json: Gltf): SceneSet[] {
  const extras = (json as { extras?: unknown }).extras;
  const ours = isObject(extras) && isObject(extras['renquil']) ? extras['renquil']['sets'] : null;
  if (!Array.isArray(ours)) return [];
  const nodes = json.nodes?.length ?? 0;
  return ours.flatMap((stored: unknown): SceneSet[] => {
    if (!isObject(stored) || typeof stored['name'] !== 'string' || !stored['name']) return [];
    const { name, query, nodes: listed } = stored as { name: string; query?: unknown; nodes?: unknown };
    if (typeof query === 'string') return [{ name, how: 'live', query }];
    if (!Array.isArray(listed)) return [];
    const objects = listed
      .filter((at): at is number => Number.isInteger(at) && at >= 0 && at < nodes)
      .map((at) => at + 1);
    return [{ name, how: 'fixed', objects }];
  });
}

/** The root's extras with the scene's sets in them; null when they say the same already. */
export function setsExtras(
  json: Gltf,
  scene: Scene,
  placeOf: (id: number) => number,
): Record<string, unknown> | null {
  const before = (json as { extras?: unknown }).extras;
  const all = isObject(before) ? before : {};
  const ours = isObject(all['renquil']) ? all['renquil'] : {};
  const { sets: was, ...others } = ours;
  const sets = [...scene.sets.values()].map((set): StoredSet =>
    set.how === 'live'
      ? { name: set.name, query: set.query }
      : { name: set.name, nodes: set.objects.filter((id) => scene.find(id)).map(placeOf) },
  );
  if (sameJson(was ?? [], sets)) return null;
  return { ...all, renquil: sets.length ? { ...others, sets } : others };
}

/** After nodes were dropped from the list: the places of those that stay. */
export function shiftSets(json: Gltf, dropped: ReadonlySet<number>): void {
  const extras = (json as { extras?: { renquil?: { sets?: StoredSet[] } } }).extras;
  const gone = [...dropped].sort((a, b) => a - b);
  for (const set of extras?.renquil?.sets ?? []) {
    if ('nodes' in set)
      set.nodes = set.nodes.filter((at) => !dropped.has(at)).map((at) => at - countBelow(gone, at));
  }
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

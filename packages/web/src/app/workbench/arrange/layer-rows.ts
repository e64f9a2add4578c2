import type { Scene, SceneLayer } from '@renquil/core/scene';
import { swatches } from './tally';

/** One layer in the list. */
export interface LayerRow {
  readonly name: string;
  readonly count: number;
  readonly colour: string;
  readonly depth: number;
  /** Names of the layers it lies in, the outermost first. */
  readonly path: readonly string[];
  readonly known: SceneLayer | undefined;
}

/** Every layer that an object is in or that something is known of, each under the one it lies in. `Base` comes first. */
export function layerRows(scene: Scene, counts: ReadonlyMap<string, number>, current: string): LayerRow[] {
  const names = [...new Set([...counts.keys(), ...scene.layers.keys(), current])];
  for (const layer of scene.layers.values())
    if (layer.parent && !names.includes(layer.parent)) names.push(layer.parent);
  names.sort((a, b) => (a === 'Base' ? -1 : b === 'Base' ? 1 : a.localeCompare(b)));
  const below = new Map<string | undefined, string[]>();
  for (const name of names) {
    const parent = scene.layers.get(name)?.parent;
    below.set(parent, [...(below.get(parent) ?? []), name]);
  }
  const rows: LayerRow[] = [];
  const add = (parent: string | undefined, path: readonly string[]): void => {
    for (const name of below.get(parent) ?? []) {
      const known = scene.layers.get(name);
      const colour = known?.colour ?? swatches[names.indexOf(name) % swatches.length]!;
      rows.push({ name, count: counts.get(name) ?? 0, colour, depth: path.length, path, known });
      if (!path.includes(name)) add(name, [...path, name]);
    }
  };
  add(undefined, []);
  return rows;
}

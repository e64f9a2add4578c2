import type { Kind, Scene } from '@renquil/core/scene';

/** How many objects there are of what. */
export interface Tally {
  readonly layers: ReadonlyMap<string, number>;
  readonly kinds: ReadonlyMap<Kind, number>;
  readonly marks: ReadonlyMap<string, { readonly count: number; readonly colour: string }>;
  readonly attributes: ReadonlyMap<string, number>;
}

/** What there is of everything, counted in one walk. `Base` is always a layer. */
export function tally(scene: Scene): Tally {
  const layers = new Map<string, number>([['Base', 0]]);
  const kinds = new Map<Kind, number>();
  const marks = new Map<string, { count: number; colour: string }>();
  const attributes = new Map<string, number>();
  for (const { layer, kind, mark, attributes: held } of scene.walk()) {
    layers.set(layer, (layers.get(layer) ?? 0) + 1);
    kinds.set(kind, (kinds.get(kind) ?? 0) + 1);
    if (mark) marks.set(mark.word, { count: (marks.get(mark.word)?.count ?? 0) + 1, colour: mark.colour });
    for (const key in held) attributes.set(key, (attributes.get(key) ?? 0) + 1);
  }
  return { layers, kinds, marks, attributes };
}

/** Nothing is counted yet. */
export const nothing: Tally = {
  layers: new Map(),
  kinds: new Map(),
  marks: new Map(),
  attributes: new Map(),
};

/** Colours of layers and marks: told apart by their place in the list, and always next to their word. */
export const swatches = [
  '#b9ad8c',
  '#4f8fb0',
  '#b5654a',
  '#8580b8',
  '#5c9468',
  '#b98a2e',
  '#a0567f',
  '#5f7a8a',
] as const;

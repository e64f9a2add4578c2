/** Endings of files that are scenes of their own. */
export const sceneEnding = /\.(glb|gltf|vrm|usda|usdc|usd|usdz|obj|dae|zae|bvh|json|jsonl)$/i;
/** Of those, layers that scenes are put together from. */
export const layerEnding = /\.(usda|usdc|usd)$/i;
/** Of those, the ones that may as well lie beside a scene. */
export const looseEnding = /\.(json|jsonl)$/i;

/** What some programs put beside every file, in folders and packages. */
export const litter = /(^|\/)(__MACOSX|\.)[^/]*(\/|$)/;
/** Of paths that came together, the scenes: a .json beside one is one of its files; alone it may be a listing. */
export function scenesAmong(paths: readonly string[]): string[] {
  const scenes = paths.filter((path) => sceneEnding.test(path));
  const sure = scenes.filter((path) => !looseEnding.test(path));
  return sure.length ? sure : scenes;
}

/** A format that is kept beside the .glb that was made of it, and takes the scene back. */
export interface OwnFormat {
  readonly kind: 'usda' | 'usdz' | 'obj' | 'collada' | 'bvh' | 'listing';
  /** As the file has it; of a binary one of OpenUSD, which goes out as text, that of text. */
  readonly ending: string;
  /** Its media type (IANA). */
  readonly type: string;
  /** What does not go back into it, for people; empty: what it cannot hold is refused. */
  readonly holds: string;
}

const formats: readonly (readonly [RegExp, Omit<OwnFormat, 'ending'>])[] = [
  [
    /\.usdz$/i,
    {
      kind: 'usdz',
      type: 'model/vnd.usdz+zip',
      holds: 'names, tree, places, shapes, switches, attributes, sets, views',
    },
  ],
  [
    /\.usd[ac]?$/i,
    {
      kind: 'usda',
      type: 'model/vnd.usda',
      holds: 'names, tree, places, shapes, switches, attributes, sets, views',
    },
  ],
  [
    /\.obj$/i,
    {
      kind: 'obj',
      type: 'model/obj',
      holds: 'names, materials and what was taken out; all else is in the change list',
    },
  ],
  [
    /\.[dz]ae$/i,
    {
      kind: 'collada',
      type: 'model/vnd.collada+xml',
      holds: 'names and materials; all else is in the change list',
    },
  ],
  [/\.bvh$/i, { kind: 'bvh', type: 'text/plain', holds: 'names; all else is in the change list' }],
  [/\.json$/i, { kind: 'listing', type: 'application/json', holds: 'all but sets, views and footprints' }],
  [/\.jsonl$/i, { kind: 'listing', type: 'application/jsonl', holds: 'all but sets, views and footprints' }],
];
/** The format of a file that is no glTF, by its name; null: it is glTF. */
export function ownFormatOf(file: string): OwnFormat | null {
  for (const [pattern, format] of formats) {
    const ending = pattern.exec(file)?.[0];
    if (ending) return { ...format, ending: ending.replace(/c$/i, 'a') };
  }
  return null;
}

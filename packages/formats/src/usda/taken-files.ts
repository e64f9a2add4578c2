import { entriesOf } from './usda-dictionary.js';
import { assetName } from './asset-name.js';
import { timeBehind, type LayerTime } from './layer-time.js';
import type { Chosen, UsdaLayer } from './usda-layer.js';
import type { UsdaMeta } from './usda-meta.js';
import { textOf, UsdaScanner, type Span } from './usda-scanner.js';
import { isString, stringText } from './usda-value.js';

/** A file that a prim of a layer takes over from, as it is named there. */
export interface TakenFile {
  /** Where its name stands in the text. */
  readonly asset: Span;
  readonly name: string;
  /** Behind the name; null: the default prim of that file. */
  readonly path: string | null;
  readonly chosen: ReadonlyMap<string, string>;
  /** How its time codes are taken. */
  readonly time: LayerTime;
}
/** Fields that name other files, beside what a layer is layered on. */
const naming = ['references', 'payload'] as const;

/**
 * The files that the prims of a layer take over from, each time one is named.
 * @param above what was chosen for a prim of this layer by who takes that over: it counts more than what stands here
 */
export function takenFiles(layer: UsdaLayer, above: Chosen | null): TakenFile[] {
  const found: TakenFile[] = [];
  const look = (meta: UsdaMeta | null, prim: number): void => {
    for (const field of naming)
      for (const { value } of meta?.fields.get(field) ?? []) {
        const chosen = chosenBy(layer, prim, above);
        const scan = new UsdaScanner(layer.bytes, layer.file);
        scan.at = value.start;
        scan.value({
          asset: (asset, path) =>
            found.push({
              ...{ asset, name: assetName(layer.bytes, asset), chosen },
              path: path && textOf(layer.bytes, path.start, path.end),
              time: timeBehind(layer.bytes, layer.file, path ? path.end + 1 : asset.end),
            }),
        });
      }
  };
  layer.prims.forEach(({ meta }, prim) => look(meta, prim));
  for (const { meta, prim } of layer.scopes) look(meta, prim);
  return found;
}
function chosenBy(layer: UsdaLayer, prim: number, above: Chosen | null): ReadonlyMap<string, string> {
  const { bytes, file } = layer;
  const chosen = new Map<string, string>();
  const value = prim < 0 ? null : layer.prims[prim]!.meta?.fields.last('variants')?.value;
  for (const entry of value ? entriesOf({ bytes, file }, value) : [])
    if (isString(bytes, entry.value)) chosen.set(entry.key, stringText(bytes, entry.value));
  if (above && prim >= 0 && pathOf(layer, prim) === above.path)
    for (const [set, name] of above.by) chosen.set(set, name);
  return chosen;
}
function pathOf(layer: UsdaLayer, prim: number): string {
  const names: string[] = [];
  for (let at = prim; at >= 0; at = layer.scopes[layer.prims[at]!.within]!.prim)
    names.push(layer.prims[at]!.name);
  return `/${names.reverse().join('/')}`;
}
/** What a file gives that is named without a path (OpenUSD, `defaultPrim`): the path of a prim; null: it says none. */
export function defaultPath(bytes: Uint8Array, meta: UsdaMeta | null): string | null {
  const value = meta?.fields.last('defaultPrim')?.value;
  if (!value || !isString(bytes, value)) return null;
  const name = stringText(bytes, value);
  return name.startsWith('/') ? name : `/${name}`;
}

import { assetName } from './asset-name.js';
import { asText } from './layer-bytes.js';
import { codesPerSecond, isOwnTime, ownTime, timeBehind, timeWithin, type LayerTime } from './layer-time.js';
import { parseUsda } from './parse-usda.js';
import type { ResourceReader } from '../gltf/gltf-source.js';
import { besideOf } from '../beside-of.js';
import { joinBytes } from '../join-bytes.js';
import { RenquilError } from '@renquil/core/errors';
import { shiftedLayer } from './shift-layer.js';
import type { Chosen, LayerPart, UsdaLayer, UsdaPrim, UsdaScope } from './usda-layer.js';
import { defaultPath, takenFiles, type TakenFile } from './taken-files.js';
import { usdaLimits, type UsdaLimits } from './usda-limits.js';
import { FoundPrim } from './usda-prims.js';
import { UsdaProperties } from './usda-properties.js';
import { UsdaScanner, type Span } from './usda-scanner.js';

const newline = Uint8Array.of(10);
/** Files in all, each as often as it is taken over. */
const mostParts = 1000;

/** Names of other files in a value, in order, with how their time codes are taken. */
function assetsIn(bytes: Uint8Array, file: string, value: Span): [string, LayerTime][] {
  const found: [string, LayerTime][] = [];
  const scan = new UsdaScanner(bytes, file);
  scan.at = value.start;
  scan.value({
    asset: (span) => found.push([assetName(bytes, span), timeBehind(bytes, file, span.end)]),
  });
  return found;
}

/**
 * A layer with the files that lie beside it and that it is layered on or takes over from, as one: their text behind its own,
 * their scopes and prims after its own. What it is layered on says the same places as it does, only weaker; of what it takes
 * over, each file has a root of its own, which is no prim of the layer. Only the layer itself is written.
 * @param read gives what lies beside it; what it does not give, or what is no text, is told in `outside`
 * @throws RenquilError usda-invalid when all of them together are too large
 */
export function withOthers(
  top: UsdaLayer,
  read: ResourceReader | undefined,
  limits: UsdaLimits = usdaLimits,
): UsdaLayer {
  return new Parts(top, read ?? ((): null => null), limits).whole();
}

class Parts {
  readonly #texts: Uint8Array[];
  #length: number;
  readonly #scopes: UsdaScope[];
  readonly #prims: UsdaPrim[];
  #properties: UsdaProperties;
  readonly #parts: LayerPart[];
  readonly #outside: string[] = [];
  readonly #unchosen: string[] = [];
  /** Prims that stand for files that are taken over, by their paths. */
  readonly #bases = new Map<string, number>();
  readonly #known = new Map<string, UsdaLayer | null>();
  constructor(
    readonly top: UsdaLayer,
    readonly read: ResourceReader,
    readonly limits: UsdaLimits,
  ) {
    this.#texts = [top.bytes];
    this.#length = top.bytes.length;
    this.#scopes = [...top.scopes];
    this.#prims = [...top.prims];
    this.#properties = top.properties;
    // Paths go from the layer itself, wherever that lies.
    this.#parts = [{ ...top.parts[0]!, file: '', bases: new Map() }];
  }
  whole(): UsdaLayer {
    this.#layeredOn(this.#parts[0]!, new Set());
    // Files that are taken over are found while this goes on.
    for (let at = 0; at < this.#parts.length; at++) this.#takenOver(this.#parts[at]!, at);
    const outside = [...new Set(this.#outside)];
    const unchosen = [...new Set(this.#unchosen)];
    if (this.#parts.length === 1) return { ...this.top, outside };
    return {
      ...this.top,
      ...{ bytes: joinBytes(this.#texts), scopes: this.#scopes, prims: this.#prims },
      ...{ properties: this.#properties, parts: this.#parts, outside, unchosen },
    };
  }
  /** What a part is layered on, the strongest first, with what that is layered on. */
  #layeredOn(part: LayerPart, above: ReadonlySet<string>): void {
    const within = new Set([...above, part.file]);
    for (const { value } of part.meta?.fields.get('subLayers') ?? [])
      for (const [name, time] of assetsIn(this.#bytesOf(part), part.file, this.#inOwn(part, value))) {
        const path = besideOf(part.file, name);
        const layer = path === null || within.has(path) ? null : this.#layer(path);
        if (!layer) {
          if (path === null || !within.has(path)) this.#outside.push(name);
          continue;
        }
        const own = this.#add(layer, part.base, null, this.#timeIn(part, layer, time));
        if (own) this.#layeredOn(own, within);
      }
  }
  #takenOver(part: LayerPart, at: number): void {
    const layer = at === 0 ? this.top : this.#known.get(part.file)!;
    for (const taken of takenFiles(layer, part.chosen)) this.#base(part, taken);
  }
  #base(part: LayerPart, taken: TakenFile): void {
    const path = besideOf(part.file, taken.name);
    const layer = path === null ? null : this.#layer(path);
    if (!layer) return void this.#outside.push(taken.name);
    const wanted = { chosen: chosenFor(layer, taken), time: this.#timeIn(part, layer, taken.time) };
    const isPlain = !wanted.chosen && isOwnTime(wanted.time);
    const hasRoom = isPlain || this.#mayChoose(layer);
    if (!hasRoom) this.#unchosen.push(taken.name);
    const { chosen, time } = hasRoom ? wanted : { chosen: null, time: ownTime };
    const key =
      isPlain || !hasRoom
        ? path!
        : `${path} ${JSON.stringify([chosen && [chosen.path, ...chosen.by], time.offset, time.scale])}`;
    let base = this.#bases.get(key);
    if (base === undefined && this.#parts.length < mostParts) {
      base = this.#root(key);
      this.#bases.set(key, base);
      const own = this.#add(layer, base, chosen, time)!;
      this.#layeredOn(own, new Set());
    }
    if (base === undefined) this.#outside.push(taken.name);
    else part.bases.set(part.start + taken.asset.start, base);
  }
  /** How the time codes of a file are those of the layer itself, by who takes it in; seconds stay seconds. */
  #timeIn(part: LayerPart, layer: UsdaLayer, { offset, scale }: LayerTime): LayerTime {
    const by = part.start === 0 ? this.top : this.#known.get(part.file)!;
    const rate = codesPerSecond(by.bytes, by.meta) / codesPerSecond(layer.bytes, layer.meta);
    return timeWithin(part.time, { offset, scale: scale * rate });
  }
  /** A file of which other variants are chosen stands there once more: as long as there is room. */
  #mayChoose(layer: UsdaLayer): boolean {
    const { bytes, prims } = this.limits;
    return (
      this.#length + layer.bytes.length < bytes / 8 &&
      this.#prims.length + layer.prims.length < prims / 4 &&
      this.#parts.length < mostParts / 2
    );
  }
  /** What stands for a file that is taken over: a prim of no name that a layer could hold. */
  #root(key: string): number {
    const found = new FoundPrim('class', '', `@${key}@`);
    found.own = this.#scopes.length;
    return this.#prims.push(found) - 1;
  }
  #add(layer: UsdaLayer, base: number, chosen: Chosen | null, time: LayerTime): LayerPart | null {
    if (this.#parts.length >= mostParts) return null;
    const prims = this.#prims.length + layer.prims.length;
    const length = this.#length + 1 + layer.bytes.length;
    if (length > this.limits.bytes || prims > this.limits.prims)
      throw new RenquilError('usda-invalid', {
        file: this.top.file,
        ...{ line: 1, column: 1 },
        detail: `with the files that it refers to it has more than ${this.limits.bytes} bytes or ${this.limits.prims} prims`,
      });
    // A line end between them, so that what ends one is not taken for the beginning of the next.
    const by = { bytes: this.#length + 1, scopes: this.#scopes.length, prims: this.#prims.length };
    if (this.#properties === this.top.properties) {
      this.#properties = new UsdaProperties();
      this.#properties.append(this.top.properties, { bytes: 0, scopes: 0, prims: 0 }, (meta) => meta);
    }
    const shifted = shiftedLayer(layer, by, base, this.#properties);
    for (const scope of shifted.scopes) this.#scopes.push(scope);
    for (const prim of shifted.prims) this.#prims.push(prim);
    const part: LayerPart = {
      ...{ file: layer.file, start: by.bytes, end: length, scopes: by.scopes, prims: by.prims, base },
      count: layer.prims.length,
      ...{ meta: shifted.meta, paths: shifted.paths, bases: new Map(), chosen, time },
    };
    this.#parts.push(part);
    this.#texts.push(newline, layer.bytes);
    this.#length = length;
    return part;
  }
  /** A file as it was read; null: it is not there, or no text that can be read. */
  #layer(path: string): UsdaLayer | null {
    let known = this.#known.get(path);
    if (known === undefined) {
      const bytes = this.read(path);
      known = bytes && tried(bytes, path, this.limits);
      this.#known.set(path, known);
    }
    return known;
  }
  #bytesOf(part: LayerPart): Uint8Array {
    return part.start === 0 ? this.top.bytes : this.#known.get(part.file)!.bytes;
  }
  #inOwn(part: LayerPart, { start, end }: Span): Span {
    return { start: start - part.start, end: end - part.start };
  }
}
/** What is chosen for a prim of a file; null: nothing. */
function chosenFor(layer: UsdaLayer, { path, chosen }: TakenFile): Chosen | null {
  const target = path ?? defaultPath(layer.bytes, layer.meta);
  return target !== null && chosen.size ? { path: target, by: chosen } : null;
}
/** One that cannot be read is told as one that was not followed: the layer itself is sound. */
function tried(bytes: Uint8Array, path: string, limits: UsdaLimits): UsdaLayer | null {
  try {
    return parseUsda(asText(bytes, path), path, limits);
  } catch (error) {
    if (error instanceof RenquilError) return null;
    throw error;
  }
}

import type { UsdaMeta } from './usda-meta.js';
import { chars, UsdaScanner, type Span } from './usda-scanner.js';
import { numbersIn } from './usda-value.js';

/** How the time codes of a layer are those of who takes it in (OpenUSD, SdfLayerOffset): times a scale, and an offset further on. */
export interface LayerTime {
  readonly offset: number;
  readonly scale: number;
}
/** As they are. */
export const ownTime: LayerTime = { offset: 0, scale: 1 };

/** Of what a layer takes in that is taken in itself. */
export function timeWithin(outer: LayerTime, inner: LayerTime): LayerTime {
  return { offset: outer.offset + outer.scale * inner.offset, scale: outer.scale * inner.scale };
}
/** Whether time codes stay as they are. */
export const isOwnTime = ({ offset, scale }: LayerTime): boolean => offset === 0 && scale === 1;

/** What stands in parentheses behind the name of a file: `(offset = 10; scale = 2)`; as it is, where nothing does. */
export function timeBehind(bytes: Uint8Array, file: string, at: number): LayerTime {
  const scan = new UsdaScanner(bytes, file);
  scan.at = at;
  scan.space();
  if (scan.next !== chars.open) return ownTime;
  const said: Record<string, number | undefined> = {};
  for (scan.at++; ;) {
    scan.between();
    const word = scan.namespaced();
    scan.space();
    // Where a layer ends was found when it was read; what is said there otherwise says nothing of its time.
    if (!word || scan.next !== chars.equals) break;
    scan.at++;
    scan.space();
    if (scan.next === chars.close || scan.next === chars.semicolon) break;
    said[word] = numbersIn(bytes, scan.value())[0];
  }
  const { offset = 0, scale = 1 } = said;
  return Number.isFinite(offset) && Number.isFinite(scale) && scale !== 0 ? { offset, scale } : ownTime;
}
/** Time codes of a second (OpenUSD, `timeCodesPerSecond`, else `framesPerSecond`, else 24). */
export function codesPerSecond(bytes: Uint8Array, meta: UsdaMeta | null): number {
  for (const name of ['timeCodesPerSecond', 'framesPerSecond']) {
    const value: Span | undefined = meta?.fields.last(name)?.value;
    const [rate = 0] = value ? numbersIn(bytes, value) : [];
    if (rate > 0 && Number.isFinite(rate)) return rate;
  }
  return 24;
}

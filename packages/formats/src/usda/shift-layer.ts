import type { UsdaLayer, UsdaPrim, UsdaScope } from './usda-layer.js';
import type { UsdaMeta } from './usda-meta.js';
import { FoundPrim, FoundScope } from './usda-prims.js';
import type { Shift, UsdaProperties } from './usda-properties.js';
import type { Span } from './usda-scanner.js';

type Shifted = Pick<UsdaLayer, 'meta' | 'scopes' | 'prims' | 'paths'>;

/**
 * The scopes and prims of a layer as they are numbered behind those of others.
 * @param base the prim that its roots stand under; -1: they are roots
 * @param into takes its properties
 */
export function shiftedLayer(layer: UsdaLayer, by: Shift, base: number, into: UsdaProperties): Shifted {
  const span = ({ start, end }: Span): Span => ({ start: start + by.bytes, end: end + by.bytes });
  const meta = (of: UsdaMeta | null): UsdaMeta | null =>
    of && { span: span(of.span), fields: of.fields.moved(span) };
  const scope = (at: number): number => at + by.scopes;
  into.append(layer.properties, by, meta);
  return {
    meta: meta(layer.meta),
    scopes: layer.scopes.map((one): UsdaScope => {
      const { start, end } = span(one.body);
      const variant = one.variant && { ...one.variant, within: scope(one.variant.within) };
      const found = new FoundScope(one.prim < 0 ? base : one.prim + by.prims, variant, start, end);
      found.meta = meta(one.meta);
      return found;
    }),
    prims: layer.prims.map((one): UsdaPrim => {
      const { start, end } = span(one.span);
      const { specifier, type, name } = one;
      const found = new FoundPrim(specifier, type, name);
      found.within = scope(one.within);
      found.own = scope(one.own);
      found.start = start;
      found.end = end;
      found.nameStart = one.nameSpan.start + by.bytes;
      found.nameEnd = one.nameSpan.end + by.bytes;
      found.meta = meta(one.meta);
      if (one.variants.length) found.variants = one.variants.map(scope);
      return found;
    }),
    paths: layer.paths.map(({ span: at, scope: of, as }) => ({ span: span(at), scope: scope(of), as })),
  };
}

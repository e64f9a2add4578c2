import type { UsdaField, UsdaLayer, UsdaMeta, UsdaProperty } from './usda-layer.js';
import type { Span } from './usda-scanner.js';

/** By how much the places of a layer move when it stands behind others. */
export interface Shift {
  readonly bytes: number;
  readonly scopes: number;
  readonly prims: number;
}
type Shifted = Pick<UsdaLayer, 'meta' | 'scopes' | 'prims' | 'paths'>;

/**
 * The scopes and prims of a layer as they are numbered behind those of others.
 * @param base the prim that its roots stand under; -1: they are roots
 */
export function shiftedLayer(layer: UsdaLayer, by: Shift, base: number): Shifted {
  const span = ({ start, end }: Span): Span => ({ start: start + by.bytes, end: end + by.bytes });
  const field = ({ op, value }: UsdaField): UsdaField => ({ op, value: span(value) });
  const meta = (of: UsdaMeta | null): UsdaMeta | null =>
    of && {
      span: span(of.span),
      fields: new Map([...of.fields].map(([name, list]) => [name, list.map(field)])),
    };
  const property = (one: UsdaProperty): UsdaProperty => ({
    ...one,
    ...{ span: span(one.span), value: one.value && span(one.value), meta: meta(one.meta) },
  });
  const prim = (at: number): number => at + by.prims;
  const scope = (at: number): number => at + by.scopes;
  return {
    meta: meta(layer.meta),
    scopes: layer.scopes.map((one) => ({
      prim: one.prim < 0 ? base : prim(one.prim),
      variant: one.variant && { ...one.variant, within: scope(one.variant.within) },
      ...{ meta: meta(one.meta), body: span(one.body), properties: one.properties.map(property) },
      prims: one.prims.map(prim),
    })),
    prims: layer.prims.map((one) => ({
      ...one,
      ...{ nameSpan: span(one.nameSpan), span: span(one.span), meta: meta(one.meta) },
      ...{ within: scope(one.within), own: scope(one.own), variants: one.variants.map(scope) },
    })),
    paths: layer.paths.map(({ span: at, scope: of, as }) => ({ span: span(at), scope: scope(of), as })),
  };
}

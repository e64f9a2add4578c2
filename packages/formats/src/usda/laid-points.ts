import type { Laid } from '../gltf/laid-part.js';
import type { UsdaStage } from './usda-stage.js';

/** What a prim says of a primvar, or one above it; null: nobody does. */
export function laidOf(stage: UsdaStage, place: number, primvar: string): Laid | null {
  for (let at = place; at >= 0; at = stage.namespace.places[at]!.parent) {
    const property = stage.property(at, `primvars:${primvar}`);
    if (!property?.value) continue;
    const how = stage.text(property.meta?.fields.last('interpolation')?.value) ?? 'constant';
    const per = how === 'faceVarying' || how === 'uniform' || how === 'constant' ? how : 'vertex';
    // Only what is one for all of a prim goes down to what stands below it.
    if (at !== place && per !== 'constant') return null;
    return {
      per,
      values: stage.numbers(property.value),
      indices: stage.numbers(stage.property(at, `primvars:${primvar}:indices`)?.value),
    };
  }
  return null;
}

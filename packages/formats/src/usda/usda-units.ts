import { FileUnits } from '../file-units.js';
import type { UsdaStage } from './usda-stage.js';

/** What a layer measures in: 0.01 metres where it says nothing (OpenUSD, UsdGeomLinearUnits), Y up. */
export function unitsOf(stage: UsdaStage): FileUnits {
  const { meta } = stage.layer;
  const [metres = 0.01] = stage.numbers(meta?.fields.last('metersPerUnit')?.value);
  const isZUp = stage.text(meta?.fields.last('upAxis')?.value)?.toUpperCase() === 'Z';
  return new FileUnits(Number.isFinite(metres) && metres > 0 ? metres : 0.01, isZUp);
}

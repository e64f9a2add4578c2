import type { UsdaStage } from './usda-stage.js';

/** Names that are told. */
const most = 3;

/** What of a layer is not read, in a sentence; empty: nothing. */
export function saidOfLayer(stage: UsdaStage): string {
  const files = stage.outside;
  if (!files.length) return '';
  const first = files.slice(0, most).join(', ');
  const more = files.length > most ? ` and ${files.length - most} more` : '';
  return `Other files that it refers to were not followed: ${first}${more}`;
}

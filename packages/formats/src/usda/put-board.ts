import type { LayerText } from './layer-text.js';
import { fieldOf } from './prim-texts.js';
import { ourText } from './usda-facts.js';
import { isNewline, lineBreak } from './usda-lines.js';
import { keptBoard, type Board } from './usda-sets.js';
import type { UsdaStage } from './usda-stage.js';
import { jsonText } from './usda-statements.js';

const encoder = new TextEncoder();

/** Puts what Renquil keeps of a layer into its `customLayerData`, under the one key. */
export function putBoard(stage: UsdaStage, text: LayerText, unit: string, board: Board): void {
  const { sets: _sets, layers: _layers, views: _views, ...others } = keptBoard(stage);
  const words = jsonText({ ...others, ...board });
  const insert = (at: number, put: string): void => text.insert(at, () => encoder.encode(put));
  const data = `${unit}customLayerData = {\n${unit}${unit}string renquil = ${words}\n${unit}}`;
  const { meta } = stage.layer.parts[0]!;
  // After the line that every layer begins with.
  if (!meta) return insert(lineOf(stage.layer.own), `\n(\n${data}\n)`);
  const value = fieldOf(meta, 'customLayerData');
  const at = meta.span.start + 1;
  if (!value) return insert(at, `\n${data}${lineBreak(stage.bytes, at, unit)}`);
  const ours = ourText(stage, value);
  if (ours) return text.patch([{ ...ours, put: words }]);
  const deeper = unit + unit;
  insert(
    value.start + 1,
    `\n${deeper}string renquil = ${words}${lineBreak(stage.bytes, value.start + 1, deeper)}`,
  );
}
/** The end of the first line. */
function lineOf(bytes: Uint8Array): number {
  let at = 0;
  while (at < bytes.length && !isNewline(bytes[at]!)) at++;
  return at;
}

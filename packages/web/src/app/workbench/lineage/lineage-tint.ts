import type { ObjectId, Scene } from '@renquil/core/scene';
import type { Analysis } from '../../state/analysis';
import { layerRows } from '../arrange/layer-rows';
import { tally } from '../arrange/tally';
import { worst } from '../ledger/worst';
import type { LineageColours } from './draw-lineage';

/** What the blocks of the map are tinted by. */
export const tints = ['findings', 'mark', 'layer'] as const;
/** One of them. */
export type Tint = (typeof tints)[number];

/** The tint of each block: of its worst finding, its mark, or its layer; null: none. */
export function tintOf(
  tint: Tint,
  scene: Scene,
  analysis: Pick<Analysis, 'of'>,
  { block, warn, line }: LineageColours,
): (id: ObjectId) => string | null {
  if (tint === 'mark') return (id) => scene.get(id).mark?.colour ?? null;
  if (tint === 'layer') {
    const rows = layerRows(scene, tally(scene).layers, 'Base');
    const colours = new Map(rows.map(({ name, colour }) => [name, colour] as const));
    return (id) => colours.get(scene.get(id).layer) ?? null;
  }
  return (id) => {
    const severity = worst(analysis.of(id))?.severity;
    return !severity ? null : severity === 'blocker' ? block : severity === 'warning' ? warn : line;
  };
}

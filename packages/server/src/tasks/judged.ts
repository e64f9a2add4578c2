import { namingStatisticsOf, type CheckRun, type NamingStatistics } from '@renquil/core/checks';
import { framesOf, saidFacing, type SaidFacing } from '@renquil/core/frames';
import type { ShapeWord } from '@renquil/core/names/propose';
import { shapeWords } from '@renquil/core/workbench';
import type { Ready } from './readiness.js';

/** What is known of a scene once it is checked: how it stands, and what it tells other scenes of its project. */
export interface Judged {
  readonly standing: NamingStatistics;
  readonly shapes: readonly ShapeWord[];
  readonly facing: SaidFacing | null;
  /** For the targets that it was handed off to; left out: they were not asked. */
  readonly ready?: readonly Ready[];
}
/** What is kept of a scene that was checked. */
export function judgedBy(run: CheckRun): Judged {
  return {
    standing: namingStatisticsOf(run),
    shapes: shapeWords(run),
    facing: saidFacing(framesOf(run.scene, run.convention)),
  };
}

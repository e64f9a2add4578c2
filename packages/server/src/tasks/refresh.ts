import {
  CheckRun,
  CompiledConvention,
  framesOf,
  saidFacing,
  shapeWords,
  standingOf,
  type Convention,
  type SaidFacing,
  type ShapeWord,
  type Standing,
} from '@renquil/core';
import { openStored, packScene, type StoredScene } from './stored-scene.js';

/** How the scene stands now, what its shapes are called, and, when asked, a new snapshot so that the log to replay stays short. */
export function refreshTask(input: { stored: StoredScene; convention: Convention; snapshot: boolean }): {
  standing: Standing;
  shapes: ShapeWord[];
  facing: SaidFacing | null;
  snapshot: Uint8Array | null;
} {
  const scene = openStored(input.stored);
  const run = new CheckRun(scene, new CompiledConvention(input.convention));
  run.all();
  return {
    standing: standingOf(run),
    shapes: shapeWords(run),
    facing: saidFacing(framesOf(scene, run.convention)),
    snapshot: input.snapshot ? packScene(scene) : null,
  };
}

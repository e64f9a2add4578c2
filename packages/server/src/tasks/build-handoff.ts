import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, type Convention } from '@renquil/core/names';
import type { ReadBack, Target } from '@renquil/core/targets';
import type { Gate } from '@renquil/core/workbench';
import { drawnOf, openGltf } from '@renquil/formats';
import { loadUnpackers } from '@renquil/formats/unpackers-node';
import { buildPackage, packageStages, type PackageFile } from '@renquil/formats/handoff';
import type { HeldWaivers } from '../db/waivers.js';
import { openStored, type StoredScene } from './stored-scene.js';
import type { Tell } from './tell.js';
import { renderThumbnail } from './thumbnail.js';

/** What a package is built from. */
export interface BuildHandoffInput {
  readonly name: string;
  readonly label: string;
  readonly source: Uint8Array;
  readonly sourceName: string;
  readonly stored: StoredScene;
  readonly convention: Convention;
  readonly held: HeldWaivers;
  readonly target: Target;
  /** Hand off even though the gate has blockers. */
  readonly reason: string | null;
}
/** The package, read back. */
export interface BuildHandoffOutput {
  readonly gate: Gate;
  readonly readBack: ReadBack | null;
  readonly files: readonly PackageFile[];
}

/** The package for a target, with a picture in its report. */
export async function buildHandoffTask(input: BuildHandoffInput, tell: Tell): Promise<BuildHandoffOutput> {
  const steps = packageStages.length + 1;
  tell('Opening', 0, steps);
  const scene = openStored(input.stored);
  const source = openGltf(input.source, input.sourceName);
  const drawn = drawnOf(source, await loadUnpackers());
  const run = new CheckRun(scene, new CompiledConvention(input.convention));
  run.all();
  const { name, label, held, target, reason } = input;
  return buildPackage(
    {
      ...{ name, label, source, run, target, reason },
      waivers: held,
      picture: () => renderThumbnail(scene, drawn, run.convention),
    },
    (stage) => tell(packageStages[stage]!, stage + 1, steps),
  );
}

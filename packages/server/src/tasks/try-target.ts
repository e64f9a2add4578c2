import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, type Convention } from '@renquil/core/names';
import { makeOutgoing, type Target } from '@renquil/core/targets';
import { runFor, runGate, type Gate } from '@renquil/core/workbench';
import { openGltf } from '@renquil/formats';
import { outgoingOf } from '@renquil/formats/handoff';
import type { HeldWaivers } from '../db/waivers.js';
import { openStored, type StoredScene } from './stored-scene.js';

/** Names that are shown of those that differ on the way out. */
const most = 200;

/** What the gate says of a scene for a target, and the first names that would be others. */
export function tryTargetTask(input: {
  /** Null: what its skins are bound to need not be asked. */
  source: Uint8Array | null;
  sourceName: string;
  stored: StoredScene;
  convention: Convention;
  held: HeldWaivers;
  target: Target;
}): { gate: Gate; names: { from: string; to: string }[] } {
  const run = new CheckRun(openStored(input.stored), new CompiledConvention(input.convention));
  run.all();
  const asked = runFor(run, input.target);
  asked.waive(input.held.waivers, input.held.time);
  const outgoing = input.source
    ? outgoingOf(run, openGltf(input.source, input.sourceName), input.target)
    : makeOutgoing(run.scene, run.convention, input.target);
  return { gate: runGate(asked, outgoing), names: [...outgoing.names.values()].slice(0, most) };
}

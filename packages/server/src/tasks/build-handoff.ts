import { createHash } from 'node:crypto';
import { CheckRun, sayUntil } from '@renquil/core/checks';
import { RenquilError } from '@renquil/core/errors';
import { CompiledConvention, type Convention } from '@renquil/core/names';
import { runGate, staysHome, type Gate } from '@renquil/core/workbench';
import {
  makeReport,
  openGltf,
  renamesCsv,
  renamesSince,
  reportFile,
  writeGltf,
  writeReport,
} from '@renquil/formats';
import type { HeldWaivers } from '../db/waivers.js';
import { openStored, type StoredScene } from './stored-scene.js';
import type { Tell } from './tell.js';
import type { ReadBack } from '@renquil/api';
import { readBack } from './read-back.js';

/** What a package is built from. */
export interface BuildHandoffInput {
  readonly name: string;
  readonly label: string;
  readonly source: Uint8Array;
  readonly sourceName: string;
  readonly stored: StoredScene;
  readonly convention: Convention;
  readonly held: HeldWaivers;
  /** Hand off even though the gate has blockers. */
  readonly reason: string | null;
}
/** The package, read back. */
export interface BuildHandoffOutput {
  readonly gate: Gate;
  readonly readBack: ReadBack;
  readonly files: readonly { readonly name: string; readonly bytes: Uint8Array }[];
}

/** The package: the file without what stays home, what was renamed, what the checks say, and a manifest. */
export async function buildHandoffTask(input: BuildHandoffInput, tell: Tell): Promise<BuildHandoffOutput> {
  tell('Opening', 0, 4);
  const scene = openStored(input.stored);
  const source = openGltf(input.source, input.sourceName);
  const run = new CheckRun(scene, new CompiledConvention(input.convention));
  run.all();
  run.waive(input.held.waivers, input.held.time);
  const gate = runGate(run);
  if (!gate.passes && input.reason === null)
    throw new RenquilError('handoff-blocked', { count: gate.blockers });
  tell('Writing', 1, 4);
  const home = staysHome(scene, run.convention).all;
  const glb = writeGltf(source, scene, { without: home });
  const file = `${input.name}_${input.label}.glb`;
  tell('Reading back', 2, 4);
  const back = await readBack(glb, scene, home);
  if (back.problems.length) throw new RenquilError('handoff-readback', { detail: back.problems[0]! });
  tell('Packing', 3, 4);
  const text = new TextEncoder();
  const names = (source.json.nodes ?? []).map((node) => node.name);
  const files = [
    { name: file, bytes: glb },
    { name: 'renames.csv', bytes: text.encode(renamesCsv(renamesSince(scene, names))) },
    { name: 'checks.sarif', bytes: text.encode(writeReport(makeReport([reportFile(file, run)]), 'sarif')) },
  ];
  const manifest = {
    renquil: 'handoff/1',
    scene: input.name,
    version: input.label,
    reason: input.reason,
    gate: { passes: gate.passes, blockers: gate.blockers, warnings: gate.warnings, waived: gate.waived ?? 0 },
    waivers: input.held.waivers.map(({ scope, reason, until }) => ({
      ...scope,
      reason,
      until: sayUntil(until),
    })),
    goes: gate.goes,
    stays: gate.stays,
    files: files.map(({ name, bytes }) => ({
      name,
      bytes: bytes.length,
      sha256: createHash('sha256').update(bytes).digest('hex'),
    })),
  };
  files.push({ name: 'manifest.json', bytes: text.encode(`${JSON.stringify(manifest, null, 2)}\n`) });
  return { gate, readBack: back, files };
}

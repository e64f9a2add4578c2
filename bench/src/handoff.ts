import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, partsConvention } from '@renquil/core/names';
import { shippedTargets } from '@renquil/core/targets';
import { openGltf, readGltf } from '@renquil/formats';
import { buildPackage, packageStages } from '@renquil/formats/handoff';
import { Zip, ZipPassThrough } from 'fflate';
import type { Row } from './cases.js';

/** Above this many objects one hand-off takes minutes. */
const most = 100_000;

/**
 * One hand-off for the target of an engine, once: judged, written, read back, packed and put into a .zip as the server does
 * it; against parsing the file's JSON.
 */
export async function runHandoff(glb: Uint8Array, objects: number, parsing: number): Promise<readonly Row[]> {
  if (objects > most) return [];
  const source = openGltf(glb, 'bench.glb');
  const run = new CheckRun(readGltf(glb, 'bench.glb').scene, new CompiledConvention(partsConvention));
  run.all();
  const stages: number[] = [];
  const built = await buildPackage(
    {
      ...{ name: 'bench', label: 'r1', source, run, target: shippedTargets['engine']! },
      waivers: { waivers: [], time: { version: 0, day: '2026-01-01' } },
      reason: 'the bench has findings',
    },
    () => stages.push(performance.now()),
  );
  stages.push(performance.now());
  let bytes = 0;
  const zip = new Zip((_, chunk) => void (bytes += chunk.length));
  for (const { name, bytes: content } of built.files) {
    const entry = new ZipPassThrough(name);
    zip.add(entry);
    entry.push(content, true);
  }
  zip.end();
  stages.push(performance.now());
  const row = (what: string, ms: number): Row => ({
    what,
    against: 'JSON.parse of its JSON',
    ms,
    baseline: parsing,
    ratio: ms / parsing,
  });
  const parts = [...packageStages, 'Putting into a .zip'];
  return [
    row('hand off', stages.at(-1)! - stages[0]!),
    ...parts.map((part, i) => row(`hand off: ${part.toLowerCase()}`, stages[i + 1]! - stages[i]!)),
  ];
}

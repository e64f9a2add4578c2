import { bytesToHex } from '@noble/hashes/utils.js';
import { sayUntil, type CheckRun, type Waiver, type WaiverTime } from '@renquil/core/checks';
import { RenquilError } from '@renquil/core/errors';
import { PathBook } from '@renquil/core/scene';
import { homeWords, makeOutgoing, type Outgoing, type ReadBack, type Target } from '@renquil/core/targets';
import { runFor, runGate, type Gate } from '@renquil/core/workbench';
import { renamesCsv, renamesSince } from '../changes/renames.js';
import type { GltfSource } from '../gltf/gltf-source.js';
import { neededJoints } from '../gltf/needed-joints.js';
import { splitGlb } from '../gltf/split-glb.js';
import { writeGltf } from '../gltf/write-gltf.js';
import { makeReport, reportFile } from '../report/report.js';
import { writeReport } from '../report/write-report.js';
import { loadUnpackers } from '../unpackers-node/index.js';
import { helperBytes } from './helper-bytes.js';
import { namesFile, namesMap } from './names-map.js';
import { readBack } from './read-back.js';
import { handoffHtml } from './report-html.js';

/** What a package is built from. */
export interface PackageInput {
  readonly name: string;
  /** Of the state that goes: `v003`, or `r212` of what has no version. */
  readonly label: string;
  readonly source: GltfSource;
  /** Over the scene, up to date. */
  readonly run: CheckRun;
  readonly waivers: { readonly waivers: readonly Waiver[]; readonly time: WaiverTime };
  readonly target: Target;
  /** Hand off even though the gate has blockers. */
  readonly reason: string | null;
  /** A PNG of what goes, for the report. */
  readonly picture?: (outgoing: Outgoing) => Uint8Array;
}
/** One file of a package. */
export interface PackageFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}
/** The package, read back. */
export interface BuiltPackage {
  readonly gate: Gate;
  /** Null: no scene file goes. */
  readonly readBack: ReadBack | null;
  readonly files: readonly PackageFile[];
}
/** Steps of the work, for whoever waits. */
export const packageStages = ['Judging', 'Writing', 'Reading back', 'Packing'] as const;

/** What goes to a target, with what only the file knows: joints that skins need. */
export function outgoingOf(run: CheckRun, source: GltfSource, target: Target): Outgoing {
  const made = makeOutgoing(run.scene, run.convention, target);
  const needs = target.format === 'names' ? null : neededJoints(source, made.scene, made.without);
  return needs ? { ...made, findings: [...made.findings, needs] } : made;
}
/** What is judged of a package before it is written. */
interface JudgedPackage {
  readonly outgoing: Outgoing;
  readonly gate: Gate;
  readonly run: CheckRun;
}
function judge({ run, source, target, waivers, reason }: PackageInput): JudgedPackage {
  const asked = runFor(run, target);
  asked.waive(waivers.waivers, waivers.time);
  const outgoing = outgoingOf(run, source, target);
  const gate = runGate(asked, outgoing);
  if (!gate.passes && reason === null) throw new RenquilError('handoff-blocked', { count: gate.blockers });
  const needs = outgoing.findings.find(({ rule }) => rule === 'target-needs');
  // No reason makes a file hold a skin without its joints.
  if (needs) throw new RenquilError('handoff-readback', { detail: needs.because.replace(/\.$/, '') });
  return { outgoing, gate, run: asked };
}

/**
 * The package for a target: the scene's file with what goes, both names of everything, what was renamed, what the checks
 * say, what is waived, a page to print, and a manifest with sums. The same state and target give the same bytes.
 * @throws RenquilError handoff-blocked without a reason; handoff-readback when the file does not hold what was sent
 */
export async function buildPackage(
  input: PackageInput,
  tell?: (stage: number) => void,
): Promise<BuiltPackage> {
  tell?.(0);
  const judged = judge(input);
  const { outgoing, gate } = judged;
  tell?.(1);
  const file = `${input.name}_${input.label}`;
  const files: PackageFile[] = [];
  let back: ReadBack | null = null;
  const { format, budgets } = input.target;
  if (format !== 'names') {
    const bytes = writeGltf(input.source, outgoing.scene, {
      without: outgoing.without,
      unpackers: await loadUnpackers(),
    });
    const limit = budgets?.bytes;
    if (limit !== undefined && bytes.length > limit && input.reason === null)
      throw new RenquilError('handoff-too-large', { bytes: bytes.length, limit });
    tell?.(2);
    back = await readBack(bytes, outgoing);
    if (back.problems.length) throw new RenquilError('handoff-readback', { detail: back.problems[0]! });
    const leftIn = helperBytes(input.source, outgoing, bytes);
    if (leftIn !== null) {
      const detail = `bytes of "${leftIn}", which stays home, are in the file`;
      throw new RenquilError('handoff-readback', { detail });
    }
    files.push(...(format === 'glb' ? [{ name: `${file}.glb`, bytes }] : splitGlb(file, bytes)));
  }
  tell?.(3);
  files.push(...lists(input, judged, file));
  const sums = await Promise.all(files.map(sumOf));
  const report = { name: 'report.html', bytes: utf8(reportOf(input, judged, back, sums)) };
  const manifest = manifestOf(input, judged, back, [...sums, await sumOf(report)]);
  files.push(report, { name: 'manifest.json', bytes: utf8(`${JSON.stringify(manifest, null, 2)}\n`) });
  return { gate, readBack: back, files };
}

const utf8 = (text: string): Uint8Array => new TextEncoder().encode(text);
interface Sum {
  readonly name: string;
  readonly bytes: number;
  readonly sha256: string;
}
/** By the platform's own (W3C Web Cryptography): over a large file one written in a script takes longer than all the rest. */
async function sumOf({ name, bytes }: PackageFile): Promise<Sum> {
  // It takes no memory that threads share, as a file has that nothing was changed in.
  const own = bytes.buffer instanceof ArrayBuffer ? (bytes as Uint8Array<ArrayBuffer>) : bytes.slice();
  const digest = await crypto.subtle.digest('SHA-256', own);
  return { name, bytes: bytes.length, sha256: bytesToHex(new Uint8Array(digest)) };
}
/** Names both ways, renames, what the checks say, what is waived. */
function lists(input: PackageInput, { outgoing, run }: JudgedPackage, file: string): PackageFile[] {
  const { scene } = input.run;
  const inFile = (input.source.json.nodes ?? []).map((node) => node.name);
  const files = [
    { name: namesFile, bytes: utf8(namesMap(new PathBook(scene), outgoing)) },
    { name: 'renames.csv', bytes: utf8(renamesCsv(renamesSince(scene, inFile))) },
    {
      name: 'checks.sarif',
      bytes: utf8(writeReport(makeReport([reportFile(`${file}.glb`, run)]), 'sarif')),
    },
  ];
  const waivers = input.waivers.waivers.map(({ scope, reason, until }) => ({ ...scope, reason, until }));
  if (!waivers.length) return files;
  const text = `${JSON.stringify({ renquil: 'waivers/1', waivers }, null, 2)}\n`;
  return [...files, { name: 'waivers.json', bytes: utf8(text) }];
}
function reportOf(
  input: PackageInput,
  { outgoing, gate }: JudgedPackage,
  back: ReadBack | null,
  files: readonly Sum[],
): string {
  const paths = new PathBook(input.run.scene);
  const picture = input.picture?.(outgoing);
  return handoffHtml({
    scene: input.name,
    label: input.label,
    target: input.target,
    convention: input.run.convention.source.name,
    reason: input.reason,
    gate,
    waivers: input.waivers.waivers.map(({ scope, reason, until }) => ({
      check: scope.check,
      of: scope.of === 'query' ? scope.where : (scope.path ?? ''),
      reason,
      until: sayUntil(until),
    })),
    names: [...outgoing.names.values()],
    stays: outgoing.home.tops.map(({ id, why, prefix }) => ({
      path: paths.path(id),
      why: homeWords[why] + (prefix ? ` ${prefix}*` : ''),
    })),
    readBack: back,
    files,
    ...(picture ? { picture } : {}),
  });
}
function manifestOf(
  input: PackageInput,
  { outgoing, gate }: JudgedPackage,
  back: ReadBack | null,
  files: readonly Sum[],
): object {
  const { passes, blockers, warnings, waived = 0, goes, stays } = gate;
  return {
    renquil: 'handoff/2',
    scene: input.name,
    version: input.label,
    target: input.target,
    convention: input.run.convention.source.name,
    reason: input.reason,
    gate: { passes, blockers, warnings, waived },
    waivers: input.waivers.waivers.map(({ scope, reason, until }) => ({
      ...scope,
      reason,
      until: sayUntil(until),
    })),
    goes,
    stays,
    world: outgoing.world,
    readBack: back && { objects: back.objects, arrived: back.arrived, geometry: back.geometry },
    files,
  };
}

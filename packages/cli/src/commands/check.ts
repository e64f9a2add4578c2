import type { WaiverInfo } from '@renquil/api';
import { CheckRun, severities, waiverTime, type Waiver } from '@renquil/core/checks';
import { CompiledConvention } from '@renquil/core/names';
import type { Scene } from '@renquil/core/scene';
import {
  baselineOf,
  makeReport,
  parseBaseline,
  type Baseline,
  readGltf,
  reportFile,
  reportFormats,
  withTarget,
  writeReport,
  type ReportFile,
} from '@renquil/formats';
import { outgoingOf } from '@renquil/formats/handoff';
import { parseConvention, parseWaivers } from '@renquil/formats/schemas';
import { conventionFor } from '@renquil/core/workbench';
import type { Command, Values } from '../command.js';
import { openConvention } from '../convention-file.js';
import type { Host } from '../host.js';
import { oneOf } from '../one-of.js';
import { Remote, remoteOptions } from '../remote.js';
import { openFile, readJson } from '../scene-file.js';
import { openRemoteTarget, openTarget } from '../target-file.js';

/** What findings are measured by beside the checks. */
interface Measure {
  readonly waivers: readonly Waiver[];
  readonly baseline: Baseline | undefined;
}
function measureOf(values: Values, host: Host): Measure {
  const [waivers, baseline] = [values['waivers'], values['baseline']] as (string | undefined)[];
  return {
    waivers: waivers === undefined ? [] : parseWaivers(readJson(waivers, host)),
    baseline: baseline === undefined ? undefined : parseBaseline(readJson(baseline, host)),
  };
}
function judge(scene: Scene, convention: CompiledConvention): CheckRun {
  const run = new CheckRun(scene, convention);
  run.all();
  return run;
}
function ofFiles(files: readonly string[], values: Values, host: Host): ReportFile[] {
  const convention = openConvention(
    values['convention'] as string | undefined,
    host,
    values['facing'] as string | undefined,
  );
  const { waivers, baseline } = measureOf(values, host);
  const given = values['target'] as string | undefined;
  const target = given === undefined ? null : openTarget(given, host);
  return files.map((file) => {
    const { scene, source } = openFile(file, host);
    const run = judge(scene, target ? conventionFor(convention, target) : convention);
    // A file has no versions: what is waived until one holds.
    run.waive(waivers, waiverTime(new Date()));
    const report = reportFile(file, run, baseline);
    if (!target) return report;
    return withTarget(report, scene, outgoingOf(run, source, target), baseline);
  });
}
/** Scenes as they are on a server now, each by the convention that it is held to there, or by the one given, with what is waived there. */
async function ofScenes(scenes: readonly string[], values: Values, host: Host): Promise<ReportFile[]> {
  const remote = Remote.open(values, host);
  const given = values['convention'] !== undefined || values['facing'] !== undefined;
  const own = given
    ? openConvention(values['convention'] as string | undefined, host, values['facing'] as string | undefined)
    : null;
  const { waivers, baseline } = measureOf(values, host);
  const wanted = values['target'] as string | undefined;
  const target = wanted === undefined ? null : await openRemoteTarget(wanted, remote, host);
  const files: ReportFile[] = [];
  for (const scene of scenes) {
    const id = await remote.sceneId(scene);
    const params = { scene: id };
    const about = await remote.json('GET /api/scenes/:scene', { params });
    const { name } = about.scene;
    const read = readGltf(
      await remote.bytes('GET /api/scenes/:scene/copy', { params, query: { as: 'glb' } }),
      `${name}.glb`,
    );
    const convention = own ?? new CompiledConvention(parseConvention(about.convention.body));
    const run = judge(read.scene, target ? conventionFor(convention, target) : convention);
    const held = await remote.json('GET /api/scenes/:scene/waivers', { params });
    const granted = held.waivers.filter(({ state }) => state === 'granted');
    run.waive([...granted.map(asInFile), ...waivers], waiverTime(new Date(), held.version));
    const report = reportFile(name, run, baseline);
    files.push(
      target ? withTarget(report, read.scene, outgoingOf(run, read.source, target), baseline) : report,
    );
  }
  return files;
}
/** The copy of a scene has ids of its own: objects are those at the paths they had when they were waived. */
function asInFile({ id, scope, reason, until }: WaiverInfo): Waiver {
  const { of, check, path = '', where = '' } = scope;
  return {
    id,
    reason,
    until,
    scope: of === 'query' ? { of, check, where } : { of, check, object: null, path },
  };
}

/** `renquil check`: the checks over files, or over scenes of a server. */
export const check: Command = {
  name: 'check',
  says: 'Runs the checks over files, or with --server over scenes of it by their own conventions. Ends with 1 when something is found at or above --fail-on that is neither waived nor in the baseline.',
  usage:
    'renquil check FILE... [--convention C.json] [--facing +Z|-Z|+X|-X] [--format text|json|sarif|junit|csv|html] [--out F] [--fail-on blocker|warning|note] [--target T.json|engine|parts|names] [--waivers W.json] [--baseline B.json] [--write-baseline B.json]\n       renquil check SCENE... --server URL [--token-file F] [--target KEY] ...',
  options: {
    convention: { type: 'string' },
    facing: { type: 'string' },
    format: { type: 'string' },
    out: { type: 'string' },
    'fail-on': { type: 'string' },
    target: { type: 'string' },
    waivers: { type: 'string' },
    baseline: { type: 'string' },
    'write-baseline': { type: 'string' },
    ...remoteOptions,
  },
  files: { least: 1, most: Infinity },
  async run(files, values, host) {
    const format = oneOf('format', values['format'] ?? 'text', reportFormats);
    const failOn = oneOf('fail-on', values['fail-on'] ?? 'blocker', severities);
    const judged =
      values['server'] === undefined ? ofFiles(files, values, host) : ofScenes(files, values, host);
    const report = makeReport(await judged);
    const text = writeReport(report, format);
    const out = values['out'] as string | undefined;
    if (out === undefined) host.print(text);
    else host.write(out, new TextEncoder().encode(text));
    const baseline = values['write-baseline'] as string | undefined;
    if (baseline !== undefined) {
      const text = `${JSON.stringify(baselineOf(report), null, 2)}\n`;
      host.write(baseline, new TextEncoder().encode(text));
      // What is found is what is compared with from now on.
      return 0;
    }
    const counted = severities.slice(0, severities.indexOf(failOn) + 1);
    return counted.some((severity) => report.counts[severity] > 0) ? 1 : 0;
  },
};

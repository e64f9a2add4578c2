import { CheckRun, severities } from '@renquil/core/checks';
import { CompiledConvention } from '@renquil/core/names';
import type { Scene } from '@renquil/core/scene';
import {
  makeReport,
  readGltf,
  reportFile,
  reportFormats,
  writeReport,
  type ReportFile,
} from '@renquil/formats';
import { parseConvention } from '@renquil/formats/schemas';
import type { Command, Values } from '../command.js';
import { openConvention } from '../convention-file.js';
import type { Host } from '../host.js';
import { oneOf } from '../one-of.js';
import { Remote, remoteOptions } from '../remote.js';
import { openFile } from '../scene-file.js';

function judge(name: string, scene: Scene, convention: CompiledConvention): ReportFile {
  const run = new CheckRun(scene, convention);
  run.all();
  return reportFile(name, run);
}
function ofFiles(files: readonly string[], values: Values, host: Host): ReportFile[] {
  const convention = openConvention(
    values['convention'] as string | undefined,
    host,
    values['facing'] as string | undefined,
  );
  return files.map((file) => judge(file, openFile(file, host).scene, convention));
}
/** Scenes as they are on a server now, each by the convention that it is held to there, or by the one given. */
async function ofScenes(scenes: readonly string[], values: Values, host: Host): Promise<ReportFile[]> {
  const remote = Remote.open(values, host);
  const given = values['convention'] !== undefined || values['facing'] !== undefined;
  const own = given
    ? openConvention(values['convention'] as string | undefined, host, values['facing'] as string | undefined)
    : null;
  const files: ReportFile[] = [];
  for (const scene of scenes) {
    const id = await remote.sceneId(scene);
    const about = await remote.json('GET /api/scenes/:scene', { params: { scene: id } });
    const { name } = about.scene;
    const read = readGltf(
      await remote.bytes('GET /api/scenes/:scene/copy', { params: { scene: id } }),
      `${name}.glb`,
    );
    files.push(
      judge(name, read.scene, own ?? new CompiledConvention(parseConvention(about.convention.body))),
    );
  }
  return files;
}

/** `renquil check`: the checks over files, or over scenes of a server. */
export const check: Command = {
  name: 'check',
  says: 'Runs the checks over files, or with --server over scenes of it by their own conventions. Ends with 1 when something is found at or above --fail-on.',
  usage:
    'renquil check FILE... [--convention C.json] [--facing +Z|-Z|+X|-X] [--format text|json|sarif|junit|csv|html] [--out F] [--fail-on blocker|warning|note]\n       renquil check SCENE... --server URL [--token-file F] ...',
  options: {
    convention: { type: 'string' },
    facing: { type: 'string' },
    format: { type: 'string' },
    out: { type: 'string' },
    'fail-on': { type: 'string' },
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
    const counted = severities.slice(0, severities.indexOf(failOn) + 1);
    return counted.some((severity) => report.counts[severity] > 0) ? 1 : 0;
  },
};

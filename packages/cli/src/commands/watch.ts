import { basename, dirname, join } from 'node:path';
import { CheckRun, severities, waiverTime } from '@renquil/core/checks';
import type { CompiledConvention } from '@renquil/core/names';
import type { Target } from '@renquil/core/targets';
import { conventionFor } from '@renquil/core/workbench';
import {
  makeReport,
  reportFile,
  reportFormats,
  withTarget,
  writeReport,
  type Report,
  fileKindOf,
  looseEnding,
  sceneEnding,
} from '@renquil/formats';
import { outgoingOf } from '@renquil/formats/handoff';
import { RenquilError } from '@renquil/core/errors';
import type { Command, ExitCode, Values } from '../command.js';
import { openConvention } from '../convention-file.js';
import type { Host } from '../host.js';
import { oneOf } from '../one-of.js';
import { RemoteError, remoteOptions } from '../remote.js';
import { openFile } from '../scene-file.js';
import { openTarget } from '../target-file.js';
import { upload } from './upload.js';

const endings = {
  text: 'txt',
  json: 'json',
  sarif: 'sarif',
  junit: 'xml',
  csv: 'csv',
  html: 'html',
} as const;

/** What is asked of every file. */
interface Asking {
  readonly convention: CompiledConvention;
  readonly target: Target | null;
}
function checkFile(file: string, { convention, target }: Asking, host: Host): Report {
  const { scene, source } = openFile(file, host);
  const run = new CheckRun(scene, target ? conventionFor(convention, target) : convention);
  run.all();
  run.waive([], waiverTime(new Date()));
  const report = reportFile(file, run);
  return makeReport([target ? withTarget(report, scene, outgoingOf(run, source, target)) : report]);
}

/** Files that came or changed, one after another: one that changes while it waits is looked at once. */
class Watching {
  readonly #waiting = new Set<string>();
  /** Files that could not be read when they were last looked at. */
  readonly #broken = new Set<string>();
  #busy: Promise<void> | null = null;
  checked = 0;
  /** @param look tells whether a file could be read */
  constructor(readonly look: (file: string) => Promise<boolean>) {}

  changed(file: string): void {
    this.#waiting.add(file);
    this.#busy ??= this.#work().finally(() => (this.#busy = null));
  }
  async #work(): Promise<void> {
    for (const file of this.#waiting) {
      this.#waiting.delete(file);
      if (await this.look(file)) this.#broken.delete(file);
      else this.#broken.add(file);
      this.checked++;
    }
  }
  /** A .gltf may land before its .bin: what could not be read is looked at again when something comes beside it. */
  beside(path: string): void {
    for (const file of this.#broken) if (dirname(file) === dirname(path)) this.changed(file);
  }
  /** What is being looked at is looked at to its end; nothing more is begun. */
  async stop(): Promise<void> {
    this.#waiting.clear();
    await this.#busy;
  }
}

/** @returns whether it could be read */
async function lookAt(file: string, asking: Asking, values: Values, host: Host): Promise<boolean> {
  const format = oneOf('format', values['format'] ?? 'html', reportFormats);
  const failOn = oneOf('fail-on', values['fail-on'] ?? 'blocker', severities);
  try {
    const report = checkFile(file, asking, host);
    const { blocker, warning, note } = report.counts;
    const beside = `${file}.checks.${endings[format]}`;
    host.write(beside, new TextEncoder().encode(writeReport(report, format)));
    const isWrong = severities.slice(0, severities.indexOf(failOn) + 1).some((one) => report.counts[one] > 0);
    const counts = `${blocker} blockers, ${warning} warnings, ${note} notes`;
    host.print(`${isWrong ? '✗' : '✓'} ${basename(file)}: ${counts}. ${basename(beside)}\n`);
    if (values['server'] !== undefined) await upload.run([file], values, host);
    return true;
  } catch (error) {
    // A file that cannot be read, or a server that does not answer, stops nobody from exporting the next one.
    if (!(error instanceof RenquilError || error instanceof RemoteError)) throw error;
    host.complain(`✗ ${basename(file)}: ${error.message}\n`);
    return error instanceof RemoteError;
  }
}

/** `renquil watch`: a folder that somebody exports into. */
export const watch: Command = {
  name: 'watch',
  says: 'Checks each .glb, .gltf or .usda as it lands or changes in a folder and those below it, prints what is found in a line, and writes the report beside it; with --server brings it there too. Ctrl C stops it.',
  usage:
    'renquil watch FOLDER [--convention C.json] [--facing +Z|-Z|+X|-X] [--target T.json|engine|parts|names] [--format html|text|json|sarif|junit|csv] [--fail-on blocker|warning|note] [--server URL [--token-file F]]',
  options: {
    ...remoteOptions,
    convention: { type: 'string' },
    facing: { type: 'string' },
    target: { type: 'string' },
    format: { type: 'string' },
    'fail-on': { type: 'string' },
  },
  files: { least: 1, most: 1 },
  async run([folder], values, host): Promise<ExitCode> {
    const given = values['target'] as string | undefined;
    const asking: Asking = {
      convention: openConvention(
        values['convention'] as string | undefined,
        host,
        values['facing'] as string | undefined,
      ),
      target: given === undefined ? null : openTarget(given, host),
    };
    // What is asked wrongly is said at once, not at the first file.
    oneOf('format', values['format'] ?? 'html', reportFormats);
    oneOf('fail-on', values['fail-on'] ?? 'blocker', severities);
    const watching = new Watching((file) => lookAt(file, asking, values, host));
    // A .json is a scene where it is a listing: folders hold many others.
    const isScene = (path: string): boolean =>
      sceneEnding.test(path) && (!looseEnding.test(path) || isListingFile(path, host));
    // What it writes itself is nothing that came.
    const isOurs = (path: string): boolean => /\.checks\.[a-z]+$/.test(path);
    host.print(`Watching ${folder!}. Ctrl C stops it.\n`);
    await host.watch(folder!, (path) => {
      if (isScene(path)) watching.changed(join(path));
      else if (!isOurs(path)) watching.beside(join(path));
    });
    await watching.stop();
    host.print(`Stopped. ${watching.checked} looks at files.\n`);
    return 0;
  },
};

function isListingFile(path: string, host: Host): boolean {
  try {
    return fileKindOf(host.read(path), path) === 'listing';
  } catch {
    return false;
  }
}

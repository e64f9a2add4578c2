import { basename, join } from 'node:path';
import { zipSync, type Zippable } from 'fflate';
import { CheckRun, waiverTime } from '@renquil/core/checks';
import { RenquilError } from '@renquil/core/errors';
import { buildPackage } from '@renquil/formats/handoff';
import { packedSource, sceneEnding } from '@renquil/formats';
import { parseWaivers } from '@renquil/formats/schemas';
import type { Command, ExitCode, Values } from '../command.js';
import { openConvention } from '../convention-file.js';
import type { Host } from '../host.js';
import { Remote, RemoteError, remoteOptions } from '../remote.js';
import { openFile, readJson } from '../scene-file.js';
import { openTarget } from '../target-file.js';

/** The same for every package, so that the same files are the same zip. */
const packedAt = new Date(1980, 0, 2);

async function ofFile(file: string, values: Values, host: Host): Promise<ExitCode> {
  const text = (name: string): string | undefined => values[name] as string | undefined;
  const { scene, source } = openFile(file, host);
  const run = new CheckRun(scene, openConvention(text('convention'), host, text('facing')));
  run.all();
  const held = text('waivers');
  const name = basename(file).replace(sceneEnding, '');
  const built = await buildPackage({
    ...{ name, label: 'file', run, reason: text('reason') ?? null },
    source: packedSource(source),
    waivers: {
      waivers: held === undefined ? [] : parseWaivers(readJson(held, host)),
      // A file has no versions: what is waived until one holds.
      time: waiverTime(new Date()),
    },
    target: openTarget(text('target'), host),
  });
  const out = text('out')!;
  host.makeFolder(out);
  const zipped: Zippable = {};
  for (const one of built.files) {
    if (values['zip']) zipped[one.name] = [one.bytes, { level: 0, mtime: packedAt }];
    else host.write(join(out, one.name), one.bytes);
  }
  const path = values['zip'] ? join(out, `${name}.zip`) : out;
  if (values['zip']) host.write(path, zipSync(zipped));
  const { gate, readBack } = built;
  const arrived = readBack ? `${readBack.arrived} of ${readBack.objects} objects arrive` : 'names only';
  host.print(
    `${name} is handed off: ${path}, ${built.files.length} files, ${arrived}${gate.passes ? '' : ', past the gate'}\n`,
  );
  return 0;
}

async function ofScene(scene: string, values: Values, host: Host): Promise<ExitCode> {
  const remote = Remote.open(values, host);
  const id = await remote.sceneId(scene);
  const { scene: now } = await remote.json('GET /api/scenes/:scene', { params: { scene: id } });
  const { job } = await remote.json('POST /api/scenes/:scene/handoffs', {
    params: { scene: id },
    body: {
      revision: now.revision,
      ...(values['target'] === undefined ? {} : { target: values['target'] as string }),
      ...(values['reason'] === undefined ? {} : { reason: values['reason'] as string }),
    },
  });
  const made = await remote.done(job);
  const bytes = await remote.bytes('GET /api/handoffs/:handoff/package', {
    params: { handoff: made.handoff! },
  });
  const out = values['out'] as string;
  host.write(out, bytes);
  host.print(`${now.name} is handed off: ${out}, ${bytes.length} bytes\n`);
  return 0;
}

/** `renquil handoff`: a package of a file, or one built by a server. */
export const handoff: Command = {
  name: 'handoff',
  says: 'Builds a package of a file, reads it back and writes it into a folder; with --server has the server build and keep one of a scene as it is now, and fetches it. Ends with 1 when the gate is not passed.',
  usage:
    'renquil handoff FILE [--convention C.json] [--target T.json|engine|parts|names] [--waivers W.json] [--reason TEXT] --out DIR [--zip]\n       renquil handoff SCENE --server URL [--token-file F] [--target KEY] [--reason TEXT] --out PACKAGE.zip',
  options: {
    ...remoteOptions,
    convention: { type: 'string' },
    facing: { type: 'string' },
    target: { type: 'string' },
    waivers: { type: 'string' },
    reason: { type: 'string' },
    out: { type: 'string' },
    zip: { type: 'boolean' },
  },
  files: { least: 1, most: 1 },
  async run([what], values, host): Promise<ExitCode> {
    if (values['out'] === undefined)
      throw new RenquilError('usage', { detail: `How it is used: ${this.usage}` });
    try {
      return await (values['server'] === undefined ? ofFile : ofScene)(what!, values, host);
    } catch (error) {
      const isBlocked =
        (error instanceof RemoteError && error.isCode('handoff-blocked')) ||
        (error instanceof RenquilError && error.code === 'handoff-blocked');
      if (!isBlocked) throw error;
      host.complain(`${(error as Error).message}\n`);
      return 1;
    }
  },
};

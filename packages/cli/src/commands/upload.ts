import { basename, dirname, posix, resolve, sep } from 'node:path';
import { RenquilError } from '@renquil/core/errors';
import { allNeededFiles } from '@renquil/formats';
import type { Command, ExitCode } from '../command.js';
import { Remote, remoteOptions, remoteUsage } from '../remote.js';
import { beside, openFile } from '../scene-file.js';

/** `renquil upload`: files into a project. */
export const upload: Command = {
  name: 'upload',
  says: 'Brings a file, with the files beside it that it needs, into the project of the token. Prints the number of the scene.',
  usage: `renquil upload FILE ${remoteUsage} [--format text|json]`,
  options: { ...remoteOptions, format: { type: 'string' } },
  files: { least: 1, most: 1 },
  async run([file], values, host): Promise<ExitCode> {
    if (values['server'] === undefined)
      throw new RenquilError('usage', { detail: `How it is used: ${this.usage}` });
    const remote = Remote.open(values, host);
    const { kind, source, bytes: own, note } = openFile(file!, host);
    const { project } = await remote.about();
    const form = new FormData();
    const add = (path: string, bytes: Uint8Array): void => form.append('file', new Blob([bytes]), path);
    const read = beside(file!, host);
    const resources =
      kind === 'obj' || kind === 'usda'
        ? allNeededFiles(kind, own, read).map((path) => [path, read(path)] as const)
        : source.resources;
    const came = [...resources].flatMap(([path, bytes]) => (bytes ? [[path, bytes] as const] : []));
    const folder = sharedFolder(
      file!,
      came.map(([path]) => path),
    );
    // The scene first, so that it is known among its layers.
    add(posix.join(folder, basename(file!)), own);
    for (const [path, bytes] of came) add(posix.join(folder, path), bytes);
    const made = await remote.done(await remote.upload(project.slug, form));
    if (values['format'] === 'json') host.print(`${JSON.stringify({ ...made, note })}\n`);
    else host.print(`${made.name} is scene ${made.scene} of ${project.name}: ${made.objects} objects\n`);
    return 0;
  },
};
/** The folders that a file lies in, as many as its other files lie above it: a path that is sent leads nowhere up. */
function sharedFolder(file: string, paths: readonly string[]): string {
  const ups = Math.max(0, ...paths.map((path) => path.split('/').filter((step) => step === '..').length));
  return ups ? dirname(resolve(file)).split(sep).slice(-ups).join('/') : '';
}

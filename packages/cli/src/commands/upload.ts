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
    add(file!.split(/[\\/]/).at(-1)!, own);
    const read = beside(file!, host);
    const resources =
      kind === 'obj' || kind === 'usda'
        ? allNeededFiles(kind, own, read).map((path) => [path, read(path)] as const)
        : source.resources;
    for (const [path, bytes] of resources) if (bytes) add(path, bytes);
    const made = await remote.done(await remote.upload(project.slug, form));
    if (values['format'] === 'json') host.print(`${JSON.stringify({ ...made, note })}\n`);
    else host.print(`${made.name} is scene ${made.scene} of ${project.name}: ${made.objects} objects\n`);
    return 0;
  },
};

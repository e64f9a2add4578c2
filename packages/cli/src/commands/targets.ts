import { RenquilError } from '@renquil/core/errors';
import { shippedTargets, type Target } from '@renquil/core/targets';
import { writeTarget } from '@renquil/formats/schemas';
import type { Command, ExitCode, Values } from '../command.js';
import type { Host } from '../host.js';
import { Remote, remoteOptions } from '../remote.js';

async function listed(values: Values, host: Host): Promise<readonly { key: string; target: Target }[]> {
  if (values['server'] === undefined)
    return Object.entries(shippedTargets).map(([key, target]) => ({ key, target }));
  const remote = Remote.open(values, host);
  const { project } = await remote.about();
  const params = { project: project.slug };
  return (await remote.json('GET /api/projects/:project/targets', { params })).targets;
}

/** `renquil targets`: what can be handed off to. */
export const targets: Command = {
  name: 'targets',
  says: 'Lists the targets that come with Renquil, or with --server those of the project of the token. With a key prints that one as a file to change.',
  usage: 'renquil targets [KEY] [--server URL [--token-file F]] [--out TARGET.json]',
  options: { ...remoteOptions, out: { type: 'string' } },
  files: { least: 0, most: 1 },
  async run([key], values, host): Promise<ExitCode> {
    const all = await listed(values, host);
    if (key === undefined) {
      for (const one of all) host.print(`${one.key}\t${one.target.title}\n`);
      return 0;
    }
    const one = all.find((each) => each.key === key || each.target.title === key);
    if (!one)
      throw new RenquilError('usage', {
        detail: `There is no target "${key}". Without a key they are listed.`,
      });
    const text = writeTarget(one.target);
    const out = values['out'] as string | undefined;
    if (out === undefined) host.print(text);
    else host.write(out, new TextEncoder().encode(text));
    return 0;
  },
};

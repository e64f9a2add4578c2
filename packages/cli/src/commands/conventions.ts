import { RenquilError } from '@renquil/core/errors';
import { shippedConventions, type Convention } from '@renquil/core/names';
import type { Command, ExitCode, Values } from '../command.js';
import { Remote, remoteOptions } from '../remote.js';

interface Listed {
  readonly key: string;
  readonly name: string;
  /** The convention itself; null: nothing of it is published. */
  read(): Promise<Convention | null>;
}
function shipped(): Listed[] {
  return Object.entries(shippedConventions).map(([key, convention]) => ({
    key,
    name: convention.name,
    read: () => Promise.resolve(convention),
  }));
}
async function listed(values: Values, remote: Remote | null): Promise<Listed[]> {
  if (!remote) return shipped();
  const params = { project: (await remote.about()).project.slug };
  const { conventions } = await remote.json('GET /api/projects/:project/conventions', { params });
  const own = conventions.map(({ id, name, revision }) => ({
    key: String(id),
    name,
    read: async () => {
      if (!revision) return null;
      const of = { ...params, convention: id, revision };
      return remote.json('GET /api/projects/:project/conventions/:convention/revisions/:revision', {
        params: of,
      });
    },
  }));
  return [...own, ...shipped()];
}

/** `renquil conventions`: what scenes can be held to, with the rules of the house. */
export const conventions: Command = {
  name: 'conventions',
  says: 'Lists the conventions that come with Renquil, with --server also those of the project of the token. With a name prints that one, rules of the house and all, as a file for --convention.',
  usage: 'renquil conventions [NAME] [--server URL [--token-file F]] [--out C.json]',
  options: { ...remoteOptions, out: { type: 'string' } },
  files: { least: 0, most: 1 },
  async run([name], values, host): Promise<ExitCode> {
    const all = await listed(values, values['server'] === undefined ? null : Remote.open(values, host));
    if (name === undefined) {
      for (const one of all) host.print(`${one.key}\t${one.name}\n`);
      return 0;
    }
    const found = await all.find((one) => one.key === name || one.name === name)?.read();
    if (!found)
      throw new RenquilError('usage', {
        detail: `There is no published convention "${name}". Without a name they are listed.`,
      });
    const text = `${JSON.stringify(found, null, 2)}\n`;
    const out = values['out'] as string | undefined;
    if (out === undefined) host.print(text);
    else host.write(out, new TextEncoder().encode(text));
    return 0;
  },
};

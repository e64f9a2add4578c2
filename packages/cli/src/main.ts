import { loadUnpackers } from '@renquil/formats/unpackers-node';
import { parseArgs } from 'node:util';
import { RenquilError } from '@renquil/core/errors';
import type { ExitCode } from './command.js';
import { commandRegistry } from './commands/registry.js';
import { diskHost } from './disk-host.js';
import type { Host } from './host.js';
import { RemoteError } from './remote.js';
import { withZips } from './zip-host.js';

/** What `renquil --help` prints. */
export function help(): string {
  const lines = commandRegistry.map(({ usage, says }) => `  ${usage}\n      ${says}`);
  return `renquil: arrange, name, check and hand off 3D scenes, without a screen.\n\n${lines.join('\n')}\n\nExit codes: 0 clean, 1 findings or clashes, 2 could not run.\n`;
}

/** Runs one command line. Never throws: what goes wrong is one line on the error stream and exit code 2. */
export async function main(argv: readonly string[], given?: Host): Promise<ExitCode> {
  const host = withZips(given ?? { ...diskHost(), unpackers: await loadUnpackers() });
  const [name, ...rest] = argv;
  if (name === undefined || name === 'help' || name === '--help' || name === '-h') {
    host.print(help());
    return name === undefined ? 2 : 0;
  }
  const command = commandRegistry.find((one) => one.name === name);
  if (!command) {
    host.complain(
      `There is no command "${name}". Commands: ${commandRegistry.map((one) => one.name).join(', ')}.\n`,
    );
    return 2;
  }
  try {
    const { values, positionals } = parseArgs({
      args: rest,
      allowPositionals: true,
      options: { ...command.options, help: { type: 'boolean' } },
    });
    if (values['help']) {
      host.print(`${command.usage}\n${command.says}\n`);
      return 0;
    }
    if (positionals.length < command.files.least || positionals.length > command.files.most)
      throw new RenquilError('usage', { detail: `How it is used: ${command.usage}` });
    return await command.run(
      positionals.map((one) => host.sceneIn(one)),
      values,
      host,
    );
  } catch (error) {
    host.complain(`${explain(error, command.usage)}\n`);
    return 2;
  }
}

function explain(error: unknown, usage: string): string {
  if (error instanceof RenquilError || error instanceof RemoteError) return error.message;
  const { code, message } = error as NodeJS.ErrnoException;
  if (code?.startsWith('ERR_PARSE_ARGS')) return `${message.split('. ')[0]}. How it is used: ${usage}`;
  return `This did not work and it is our fault: ${(error as Error).stack}`;
}

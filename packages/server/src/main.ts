import { existsSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { SetUpError } from './db/set-up-error.js';
import { demoPassword, demoPeople } from './demo/seed.js';
import { readFlags, usage } from './flags.js';
import { startPractice } from './practice.js';
import { serve } from './serve.js';

const pages = fileURLToPath(new URL('../../web/dist/browser/', import.meta.url));
const say = (line: string): void => void process.stdout.write(`${line}\n`);

async function main(): Promise<void> {
  const flags = readFlags(process.argv.slice(2), process.cwd());
  if (flags.help) return say(usage);
  const practice = flags.demo ? await startPractice(flags, say) : null;
  const receivers = [...(practice ? [practice.receiver] : []), ...flags.receivers];
  const serving = await serve({ ...flags, receivers }, existsSync(pages) ? pages : null, say);
  let closing = false;
  const stop = (): void => {
    if (closing) process.exit(1);
    closing = true;
    say('\nStopping');
    practice?.stop();
    void serving.close().then(() => process.exit(0));
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
  say(`\nRenquil is at http://${flags.host}:${serving.port}`);
  if (practice) say(`The practice receiver is at ${practice.receiver.url}`);
  if (flags.demo) {
    say(`Sign in as one of the demo people, password "${demoPassword}":`);
    for (const { signIn, name, role } of demoPeople) say(`  ${signIn.padEnd(5)} ${name} (${role})`);
  }
  say('Ctrl C stops it.');
}

try {
  await main();
} catch (error) {
  process.stderr.write(
    error instanceof SetUpError ? `${error.message}\n` : `Renquil did not start: ${(error as Error).stack}\n`,
  );
  process.exit(1);
}

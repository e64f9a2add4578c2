import { openHost } from './db/open-host.js';
import { SetUpError } from './db/set-up-error.js';
import { readFlags } from './flags.js';
import { openServices } from './services/open-services.js';

const say = (line: string): void => void process.stdout.write(`${line}\n`);

/** `npm run worker`: runs jobs beside servers, on the same data folder or the same `--database`. */
async function main(): Promise<void> {
  const flags = readFlags(process.argv.slice(2), process.cwd());
  const host = await openHost(flags, say);
  const opened = await openServices(host.address, {
    demo: false,
    jobs: true,
    uploadLimit: flags.uploadLimitMb * 1e6,
    receivers: flags.receivers,
  });
  host.onMoved((address) => opened.services.database.moveTo(address));
  opened.services.database.hasRoom = () => host.hasRoom();
  say('Working. Ctrl C stops it.');
  let closing = false;
  const stop = (): void => {
    if (closing) process.exit(1);
    closing = true;
    void opened
      .close()
      .then(() => host.stop())
      .then(() => process.exit(0));
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

try {
  await main();
} catch (error) {
  process.stderr.write(
    error instanceof SetUpError
      ? `${error.message}\n`
      : `The worker did not start: ${(error as Error).stack}\n`,
  );
  process.exit(1);
}

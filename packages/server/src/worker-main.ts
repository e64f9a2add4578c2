import { readFlags } from './flags.js';
import { startPrivateMariaDb } from './db/private-mariadb.js';
import { openServices } from './services/open-services.js';

/** `npm run worker`: runs jobs beside a server that is up, on the same data folder. */
const flags = readFlags(process.argv.slice(2), process.cwd());
const mariadb = await startPrivateMariaDb(flags.data);
const opened = await openServices(mariadb.address, {
  demo: false,
  jobs: true,
  uploadLimit: flags.uploadLimitMb * 1e6,
});
process.stdout.write('Working. Ctrl C stops it.\n');
const stop = (): void => {
  void opened.close().then(async () => {
    if (!mariadb.adopted) await mariadb.stop();
    process.exit(0);
  });
};
process.on('SIGINT', stop);
process.on('SIGTERM', stop);

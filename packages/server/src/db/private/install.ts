import { spawnSync } from 'node:child_process';
import { mkdirSync, renameSync, rmSync, statfsSync } from 'node:fs';
import { join } from 'node:path';
import { SetUpError } from '../set-up-error.js';

/**
 * Its own folder for temporary tables: a MariaDB that starts deletes all of them in a shared one, another server's too.
 */
export function temporary(folder: string): string {
  const path = join(folder, 'mariadb.tmp');
  mkdirSync(path, { recursive: true });
  return path;
}
/** MariaDB wants to be told when it runs as root. */
export const asRoot = (): string[] => (process.getuid?.() === 0 ? ['--user=root'] : []);

/** Makes the data folder. */
export function install(folder: string, data: string): void {
  const free = statfsSync(join(data, '..'));
  const megabytes = (free.bavail * free.bsize) / 1e6;
  if (megabytes < 250)
    throw new SetUpError(
      `The disk has only ${Math.floor(megabytes)} MB left; MariaDB needs 250 MB to start in ${data}.`,
    );
  // Installing is not atomic: a half made folder never starts. The rename makes it whole or absent.
  const half = `${data}.new`;
  rmSync(half, { recursive: true, force: true });
  const made = spawnSync(
    'mariadb-install-db',
    [
      '--no-defaults',
      `--datadir=${half}`,
      ...asRoot(),
      '--auth-root-authentication-method=socket',
      '--skip-test-db',
      '--skip-name-resolve',
      '--innodb-log-file-size=16M',
    ],
    { encoding: 'utf8', env: { ...process.env, TMPDIR: temporary(folder) } },
  );
  if (made.status !== 0) {
    throw new SetUpError(
      `MariaDB could not make its data folder ${data}:\n${(made.error?.message ?? made.stdout + made.stderr).slice(-2000)}`,
    );
  }
  renameSync(half, data);
}

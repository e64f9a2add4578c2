import { build, installDebian, installPackages, mariadb, run } from './lib.mjs';

const cluster = [
  { file: '/usr/lib/galera/libgalera_smm.so', packages: ['galera-4'] },
  { file: '/usr/bin/wsrep_sst_rsync', packages: ['mariadb-server'] },
  { file: '/usr/bin/rsync', packages: ['rsync'] },
  { file: '/usr/sbin/haproxy', packages: ['haproxy'] },
];
installDebian([mariadb, ...(process.argv.includes('--cluster') ? cluster : [])]);
await installPackages();
await build({ pages: false });
const [what, rest] =
  process.argv[2] === 'fuzz' ? ['fuzz/main', process.argv.slice(3)] : ['main', process.argv.slice(2)];
run(process.execPath, ['--conditions=@renquil/source', '--import', 'tsx', `torture/src/${what}.ts`, ...rest]);

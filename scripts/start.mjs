import { spawn } from 'node:child_process';
import { build, checkNode, installDebian, installPackages, mariadb, root } from './lib.mjs';

/** `npm start`: everything from a bare machine to an address that answers. A second run finds all of it done. */
try {
  checkNode();
  installDebian([mariadb]);
  await installPackages();
  await build();
} catch (error) {
  console.error(`\n${error.message}`);
  process.exit(1);
}
const server = spawn(
  process.execPath,
  ['--enable-source-maps', 'packages/server/dist/main.js', ...process.argv.slice(2)],
  { cwd: root, stdio: 'inherit' },
);
// The terminal sends Ctrl C to both; this one waits for the server to close in order.
process.on('SIGINT', () => undefined);
process.on('SIGTERM', () => server.kill('SIGTERM'));
server.on('exit', (code) => process.exit(code ?? 1));

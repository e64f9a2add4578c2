import { spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const stamps = join(root, 'node_modules', '.renquil-stamps.json');

/** Runs a command with its output shown; throws when it fails. */
export function run(command, args, options = {}) {
  const made = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (made.error) throw new Error(`${command} could not be started: ${made.error.message}`);
  if (made.status !== 0)
    throw new Error(`${command} ${args.join(' ')} ended with ${made.status ?? made.signal}`);
}
/** Runs a command and returns what it printed with the exit code. */
export function capture(command, args, options = {}) {
  return new Promise((done) => {
    const child = spawn(command, args, { cwd: root, ...options });
    let output = '';
    const take = (part) => {
      output += part;
    };
    child.stdout.setEncoding('utf8').on('data', take);
    child.stderr.setEncoding('utf8').on('data', take);
    child.on('error', (error) => done({ code: 1, output: output + error.message }));
    child.on('close', (code) => done({ code: code ?? 1, output }));
  });
}
/** A digest of files' names and contents, to see whether a step must run again. */
export function digestOf(paths) {
  const hash = createHash('sha256');
  const add = (path) => {
    if (!existsSync(path)) return;
    if (statSync(path).isDirectory()) {
      for (const name of readdirSync(path).sort())
        if (!/^(node_modules|dist|\.angular)$/.test(name)) add(join(path, name));
    } else hash.update(path.slice(root.length)).update(readFileSync(path));
  };
  for (const path of paths) add(join(root, path));
  return hash.digest('hex');
}
/** Does a step when what it depends on has changed since it last went well. */
export async function once(name, paths, isThere, work) {
  const known = existsSync(stamps) ? JSON.parse(readFileSync(stamps, 'utf8')) : {};
  const digest = digestOf(paths);
  if (known[name] === digest && isThere()) return false;
  await work();
  const now = existsSync(stamps) ? JSON.parse(readFileSync(stamps, 'utf8')) : {};
  mkdirSync(dirname(stamps), { recursive: true });
  writeFileSync(stamps, JSON.stringify({ ...now, [name]: digest }, null, 2));
  return true;
}
export async function installPackages() {
  const lock = ['package-lock.json', 'package.json'];
  await once(
    'npm',
    lock,
    () => existsSync(join(root, 'node_modules', 'express')),
    () => {
      console.log('Installing npm packages');
      run('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund', '--loglevel=error']);
    },
  );
}
/** Installs Debian packages that are missing, as root or with sudo that asks for no password; else says what to type. */
export function installDebian(wanted) {
  const missing = wanted.filter(({ file }) => !existsSync(file)).flatMap(({ packages }) => packages);
  if (!missing.length) return;
  const command = `apt-get install -y --no-install-recommends ${missing.join(' ')}`;
  const isRoot = process.getuid?.() === 0;
  const sudo = !isRoot && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status === 0;
  if ((!isRoot && !sudo) || !existsSync('/usr/bin/apt-get')) {
    throw new Error(
      `Missing: ${missing.join(', ')}. Install them and start again:\n  sudo apt-get update && sudo ${command}`,
    );
  }
  console.log(`Installing Debian packages: ${missing.join(' ')}`);
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const apt = (args) =>
    sudo ? run('sudo', ['-n', '-E', 'apt-get', ...args], { env }) : run('apt-get', args, { env });
  try {
    apt(['update', '-qq']);
    apt(['install', '-y', '-qq', '--no-install-recommends', ...missing]);
  } catch (error) {
    throw new Error(
      `${error.message}\nInstall these by hand and start again:\n  sudo apt-get update && sudo ${command}`,
      { cause: error },
    );
  }
}
export const mariadb = {
  file: '/usr/sbin/mariadbd',
  packages: ['mariadb-server-core', 'mariadb-client-core'],
};
export const chromium = { file: '/usr/bin/chromium', packages: ['chromium'] };
/** Files that nobody here made, and a validator that is not ours: for tests. */
export const models = { file: '/usr/share/assimp/models/Collada', packages: ['assimp-testmodels'] };
export const collada = { file: '/usr/bin/opencolladavalidator', packages: ['opencollada-tools'] };
/** Tests run the examples that are scripts. */
export const python = { file: '/usr/bin/python3', packages: ['python3'] };

/** Compiles the libraries, and the pages unless told not to, when their sources changed. */
export async function build({ pages = true } = {}) {
  const at = (path) => () => existsSync(join(root, path));
  const libraries = [
    'packages/core',
    'packages/formats',
    'packages/api',
    'packages/demo',
    'packages/receiver',
    'packages/server',
    'packages/cli',
    'tsconfig.base.json',
    'tsconfig.json',
    'package-lock.json',
  ];
  await once('libraries', libraries, at('packages/server/dist/main.js'), () => {
    console.log('Building the server');
    run('npx', [
      '--no-install',
      'tsc',
      '-b',
      'packages/core',
      'packages/formats',
      'packages/api',
      'packages/demo',
      'packages/receiver',
      'packages/server',
      'packages/cli',
    ]);
  });
  if (!pages) return;
  await once(
    'pages',
    [
      'packages/core/src',
      'packages/formats/src',
      'packages/api/src',
      'packages/web',
      'package-lock.json',
      'scripts/lib.mjs',
    ],
    at('packages/web/dist/browser/index.html'),
    () => {
      console.log('Building the pages');
      run('npx', ['--no-install', 'ng', 'build', '--progress=false'], {
        cwd: join(root, 'packages/web'),
        env: { ...process.env, NG_CLI_ANALYTICS: 'false' },
      });
      packFiles(join(root, 'packages/web/dist/browser'));
    },
  );
}
/** Lays a .br and a .gz beside every file that gets smaller by it, so that nothing is packed while somebody waits. */
function packFiles(folder) {
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const file = join(folder, entry.name);
    if (entry.isDirectory()) packFiles(file);
    else if (/\.(js|css|html|svg|json|map|wasm)$/.test(entry.name)) {
      const bytes = readFileSync(file);
      if (bytes.length < 1000) continue;
      const { BROTLI_PARAM_QUALITY: quality, BROTLI_PARAM_SIZE_HINT: hint } = constants;
      writeFileSync(
        `${file}.br`,
        brotliCompressSync(bytes, { params: { [quality]: 10, [hint]: bytes.length } }),
      );
      writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
    }
  }
}
export function checkNode() {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    throw new Error(`Renquil needs Node 20.19 or newer; this is ${process.versions.node}.`);
}

import { createRequire } from 'node:module';
import { copyFileSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';

/**
 * OpenUSD itself, built for browsers by others, in a process of its own: it keeps a gigabyte and threads that never end. Two lines of
 * its loader expect a page; they are changed in a copy.
 */
interface Module {
  readonly FS_createDataFile: (folder: string, name: string, bytes: Uint8Array, ...may: boolean[]) => void;
  readonly FS_unlink: (path: string) => void;
  readonly FS: { readFile(path: string): Uint8Array };
  readonly UsdStage: { Open(path: string): Stage };
}
interface Stage {
  GetRootLayer(): Layer;
  ExportToString(): string;
  /** All layers put together into one file, binary by its ending. */
  Export(path: string, saysWhereFrom: boolean): void;
  delete(): void;
}
interface Layer {
  Traverse(from: string, tell: (path: string) => void): void;
  ExportToString(): string;
}
export interface ReferenceQuestion {
  readonly files: readonly (readonly [string, Uint8Array])[];
  readonly root: string;
  /** The stage is wanted as a binary file too. */
  readonly packs?: boolean;
}
export interface ReferenceAnswer {
  /** Every prim, property and target of the root layer. */
  readonly paths?: readonly string[];
  /** The layer in the reference's own spelling. */
  readonly layer?: string;
  /** All layers, variants and arcs put together. */
  readonly stage?: string;
  /** The same as a binary file. */
  readonly crate?: Uint8Array;
  /** What it said against it. */
  readonly error?: string;
  readonly warnings: readonly string[];
}

const folder = mkdtempSync(join(tmpdir(), 'usd-reference-'));
process.on('exit', () => rmSync(folder, { recursive: true, force: true }));
const from = join(
  dirname(createRequire(import.meta.url).resolve('three-usdz-loader/package.json')),
  'external',
);
const loader = readFileSync(join(from, 'emHdBindings.js'), 'utf8')
  .replace(
    "throw 'using preloaded data can only be done on a web page or in a web worker';",
    "PACKAGE_PATH = '';",
  )
  .replace(
    /(Module\['getPreloadedPackage'\]\(REMOTE_PACKAGE_NAME, REMOTE_PACKAGE_SIZE\)\s*): null;/,
    '$1: __data;',
  );
const data = `const __bytes = require('fs').readFileSync(${JSON.stringify(join(from, 'emHdBindings.data'))});
const __data = __bytes.buffer.slice(__bytes.byteOffset, __bytes.byteOffset + __bytes.length);\n`;
const glue = join(folder, 'glue.cjs');
writeFileSync(glue, data + loader);
for (const name of ['emHdBindings.worker.js', 'emHdBindings.wasm'])
  copyFileSync(join(from, name), join(folder, name));

let heard: string[] = [];
const start = createRequire(import.meta.url)(glue) as (options: object) => Promise<Module>;
const usd = await start({
  mainScriptUrlOrBlob: glue,
  wasmBinary: readFileSync(join(from, 'emHdBindings.wasm')),
  print: () => undefined,
  printErr: (line: string) => heard.push(line),
});

let asked = 0;
function answer({ files, root, packs }: ReferenceQuestion): ReferenceAnswer {
  heard = [];
  // Layers are kept by their path: another question's are others.
  const now = asked++;
  const name = (path: string): string => path.replace(/(\.\w+)$/, `_${now}$1`);
  const renamed = (bytes: Uint8Array): Uint8Array =>
    files.length === 1
      ? bytes
      : Buffer.from(
          files.reduce(
            (text, [path]) => text.replaceAll(`${path}@`, `${name(path)}@`),
            Buffer.from(bytes).toString('latin1'),
          ),
          'latin1',
        );
  for (const [path, bytes] of files) usd.FS_createDataFile('/', name(path), renamed(bytes), true, true, true);
  try {
    const stage = usd.UsdStage.Open(`/${name(root)}`);
    const layer = stage.GetRootLayer();
    const paths: string[] = [];
    layer.Traverse('/', (path) => paths.push(path));
    const plain = (text: string): string => text.replaceAll(`/${name(root)}`, `/${root}`);
    const text = plain(layer.ExportToString());
    const stageText = plain(stage.ExportToString());
    let crate: Uint8Array | undefined;
    if (packs) {
      const packed = `/tmp/packed_${now}.usdc`;
      stage.Export(packed, false);
      crate = usd.FS.readFile(packed);
      usd.FS_unlink(packed);
    }
    stage.delete();
    return { paths, layer: text, stage: stageText, ...(crate ? { crate } : {}), warnings: heard };
  } catch (error) {
    return { error: heard.join('\n') || String(error), warnings: heard };
  } finally {
    for (const [path] of files) usd.FS_unlink(`/${name(path)}`);
  }
}
process.on('message', (question: ReferenceQuestion) => process.send!(answer(question)));
process.send!('ready');

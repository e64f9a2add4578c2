import { RenquilError } from '@renquil/core/errors';
import { zipSync } from 'fflate';
import { unzipAll } from '../unzip-all.js';
import { besideOf } from '../beside-of.js';
import type { ResourceReader } from '../gltf/gltf-source.js';
import { XmlFile } from './xml-file.js';

/** A package of COLLADA (1.5, "zae"): a .zip whose `manifest.xml` names the file that it is of. */
export interface Zae {
  readonly root: string;
  readonly file: Uint8Array;
  readonly files: Readonly<Record<string, Uint8Array>>;
}
/** What comes out of a package, in bytes. */
const mostBytes = 1_000_000_000;

/** Whether these are the bytes of a package, by a name that says so. */
export function isZae(bytes: Uint8Array, file: string): boolean {
  return bytes[0] === 0x50 && bytes[1] === 0x4b && /\.zae$/i.test(file);
}
/** @throws RenquilError collada-invalid when it cannot be opened */
export function openZae(bytes: Uint8Array, file: string): Zae {
  const invalid = (detail: string): RenquilError =>
    new RenquilError('collada-invalid', { file, line: 1, column: 1, detail });
  const files = unzipAll(bytes, file, mostBytes, invalid);
  const said = files['manifest.xml'] && rootOf(files['manifest.xml'], `${file}[manifest.xml]`);
  const root = said ?? Object.keys(files).find((name) => /\.dae$/i.test(name));
  if (root === undefined || !files[root]) throw invalid('no .dae is in this package');
  return { root, file: files[root], files };
}
/** The file that a manifest names, without what in it it means. */
function rootOf(manifest: Uint8Array, file: string): string | null {
  const text = new XmlFile(manifest, file).root.text.trim().replace(/#.*$/s, '');
  try {
    return besideOf('', decodeURIComponent(text));
  } catch {
    return besideOf('', text);
  }
}
/** Gives what else is in a package, by its path from the file that it is of. */
export function zaeReader({ root, files }: Zae): ResourceReader {
  return (path) => files[besideOf(root, path) ?? ''] ?? null;
}
/** The same package with another file in it, all in their order. */
export function writeZae({ root, files }: Zae, file: Uint8Array): Uint8Array {
  const mtime = new Date(1980, 0, 2);
  return zipSync(
    Object.fromEntries(
      Object.entries(files).map(([name, own]) => [name, [name === root ? file : own, { mtime }]]),
    ),
  );
}

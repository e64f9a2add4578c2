import { posix } from 'node:path';
import { RenquilError } from '@renquil/core/errors';
import { litter, scenesAmong, unzipAll } from '@renquil/formats';
import type { Host } from './host.js';

/** Bytes that may come out of one .zip. */
const most = 1e9;
/** The files of a .zip by their paths in it, each package opened once. */
type Files = Readonly<Record<string, Uint8Array>>;

/** A host that reads within packages. */
export interface ZipHost extends Host {
  /** The one scene of a .zip, by its path in it; of any other path the path itself. @throws RenquilError usage, that lists them where there are several */
  sceneIn(path: string): string;
}
/**
 * The same host, that reads files within packages too: `kit.zip/parts/door.obj`. Into them nothing is written.
 * @throws RenquilError usage for what is no .zip, file-too-large above 1 GB
 */
export function withZips(host: Host): ZipHost {
  const known = new Map<string, Files>();
  const filesOf = (zip: string): Files => {
    let files = known.get(zip);
    if (!files) known.set(zip, (files = unzip(zip, host)));
    return files;
  };
  // A folder may be called so too.
  const isPackage = (zip: string): boolean => known.has(zip) || isZip(zip, host);
  const within = (path: string): Uint8Array | null => {
    const [zip, name] = splitZip(path);
    if (!zip || !isPackage(zip)) return null;
    const files = filesOf(zip);
    if (!Object.hasOwn(files, name)) throw new RenquilError('file-missing', { file: path });
    return files[name]!;
  };
  const outside = (path: string): string => {
    const [zip] = splitZip(path);
    if ((zip && isPackage(zip)) || known.has(path))
      throw new RenquilError('usage', {
        detail: `${path} is in a .zip, which is read, not written: give --out a name outside of it.`,
      });
    return path;
  };
  return {
    ...host,
    sceneIn: (path) => (isPackage(path) ? `${path}/${sceneOf(path, filesOf(path))}` : path),
    read: (path) => within(path) ?? host.read(path),
    size: (path) => within(path)?.length ?? host.size(path),
    readPart: (path, from, length) =>
      within(path)?.subarray(from, from + length) ?? host.readPart(path, from, length),
    write: (path, bytes) => host.write(outside(path), bytes),
    writeBehind(path, start, rest) {
      const bytes = within(rest.path)?.subarray(rest.from);
      if (bytes) host.write(outside(path), Buffer.concat([start, bytes]));
      else host.writeBehind(outside(path), start, rest);
    },
  };
}

/** A path within a .zip as the package and the path in it; ['', '']: it is none. */
export function splitZip(path: string): readonly [zip: string, name: string] {
  const [, zip, name] = /^(.*?\.zip)[\\/](.+)$/i.exec(path) ?? [];
  return zip === undefined ? ['', ''] : [zip, posix.normalize(name!.replaceAll('\\', '/'))];
}
/** The first bytes of a package (APPNOTE 4.3.7). */
function isZip(path: string, host: Host): boolean {
  if (!/\.zip$/i.test(path)) return false;
  try {
    const [a, b] = host.readPart(path, 0, 2);
    return a === 0x50 && b === 0x4b;
  } catch {
    // It is a folder, or not there yet: a name to write under.
    return false;
  }
}
function unzip(zip: string, host: Host): Files {
  return unzipAll(
    host.read(zip),
    zip,
    most,
    (detail) => new RenquilError('usage', { detail: `${zip}: ${detail}.` }),
  );
}
function sceneOf(zip: string, files: Files): string {
  const found = scenesAmong(Object.keys(files).filter((name) => !litter.test(name)));
  if (found.length === 1) return found[0]!;
  const detail = found.length
    ? `${zip} holds ${found.length} scenes: name one, as ${zip}/${found[0]!}`
    : `there is no scene in ${zip}`;
  throw new RenquilError('usage', { detail: `${detail}.` });
}

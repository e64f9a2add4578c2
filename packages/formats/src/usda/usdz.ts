import { RenquilError } from '@renquil/core/errors';
import type { ResourceReader } from '../gltf/gltf-source.js';
import { isCrate } from '../usdc/crate-text.js';
import { asText } from './layer-bytes.js';
import { zipSync, type Zippable } from 'fflate';
import { unzipAll } from '../unzip-all.js';

/** A package of OpenUSD (its specification, "Usdz File Format"): a .zip of files stored as they are; the first is the scene. */
export interface Usdz {
  readonly root: string;
  /** As text. */
  readonly layer: Uint8Array;
  /** It came as binary, and goes out as text. */
  readonly isBinary: boolean;
  readonly files: Readonly<Record<string, Uint8Array>>;
}

/** What comes out of a package, in bytes. */
const mostBytes = 1_500_000_000;

/** @throws RenquilError usda-invalid, usdc-invalid when it cannot be opened */
export function openUsdz(bytes: Uint8Array, file: string): Usdz {
  const invalid = (detail: string): RenquilError =>
    new RenquilError('usda-invalid', { file, line: 1, column: 1, detail });
  const files = unzipAll(bytes, file, mostBytes, invalid);
  const [root] = Object.keys(files);
  if (root === undefined) throw invalid('nothing is in this package');
  const layer = files[root]!;
  const isBinary = isCrate(layer);
  if (!isBinary && new TextDecoder().decode(layer.subarray(0, 6)) !== '#usda ')
    throw invalid(`the first file of this package, ${root}, is no layer of OpenUSD`);
  return { root, layer: asText(layer, `${file}[${root}]`), isBinary, files };
}

/** Gives what else is in a package, by its path from the scene in it. */
export function packageReader({ root, files }: Usdz): ResourceReader {
  const folder = root.slice(0, root.lastIndexOf('/') + 1);
  return (path) => files[folder + path] ?? null;
}

/** A local header without its name (APPNOTE 4.3.7), and of an extra field (4.5.1). */
const [header, field] = [30, 4];
/** Where the bytes of every file begin: a multiple of this. */
const alignment = 64;
/** An id of the range that nobody has registered (APPNOTE 4.6.1 lists those that are). */
const padding = 0x1986;

/** The same package with another scene in it: stored, in the same order, every file at a multiple of 64 bytes. */
export function writeUsdz({ root, files }: Usdz, layer: Uint8Array): Uint8Array {
  const out: Zippable = {};
  let at = 0;
  for (const [path, own] of Object.entries(files)) {
    const bytes = path === root ? layer : own;
    const name = path === root ? path.replace(/\.usdc$/i, '.usda') : path;
    const begins = at + header + new TextEncoder().encode(name).length + field;
    const pad = (alignment - (begins % alignment)) % alignment;
    out[name] = [bytes, { level: 0, mtime: new Date(1980, 0, 2), extra: { [padding]: new Uint8Array(pad) } }];
    at = begins + pad + bytes.length;
  }
  return zipSync(out);
}

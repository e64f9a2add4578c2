import { readJson as readText } from '@renquil/core/own-json';
import { dirname, join } from 'node:path';
import { RenquilError } from '@renquil/core/errors';
import {
  openGltf,
  listScene,
  openScene,
  ownFormatOf,
  packGlb,
  saidOfLeft,
  writeGltf,
  type OpenedScene,
} from '@renquil/formats';
import type { Host } from './host.js';
import { splitZip } from './zip-host.js';

/** A file as it was read, with the scene in it. */
export interface OpenedFile extends OpenedScene {
  readonly path: string;
  readonly bytes: Uint8Array;
}

/** Reads files that lie beside another. */
export function beside(path: string, host: Host): (relative: string) => Uint8Array | null {
  const [zip] = splitZip(path);
  return (relative) => {
    const found = join(dirname(path), relative);
    // What is packed together speaks of nothing outside of it.
    if (splitZip(found)[0] !== zip) return null;
    try {
      return host.read(found);
    } catch (error) {
      if (error instanceof RenquilError && error.code === 'file-missing') return null;
      throw error;
    }
  };
}

/** Opens a file of any format that is read. Throws RenquilError naming file and place. */
export function openFile(path: string, host: Host): OpenedFile {
  const bytes = host.read(path);
  const opened = openScene(
    bytes,
    path,
    beside(path, host),
    host.unpackers ? { unpackers: host.unpackers } : {},
  );
  const { note } = opened;
  if (note) host.complain(`${path}: ${note}\n`);
  return { path, bytes, ...opened };
}

/**
 * Writes the scene into the file it came from: as it came, or packed when a .gltf is to become a .glb. What is no glTF
 * becomes a .glb when the name says so.
 */
export function saveFile(opened: OpenedFile, out: string, host: Host): void {
  const to = ownFormatOf(out);
  // Any scene can be listed; a listing goes back into the one that came.
  if (to?.kind === 'listing' && (opened.kind !== 'listing' || to.ending !== ownFormatOf(opened.path)?.ending))
    return host.write(out, listScene(opened.scene, to.ending.toLowerCase() === '.jsonl'));
  if (opened.kind !== 'glb' && opened.kind !== 'gltf') return saveOther(opened, out, host);
  if (to)
    throw new RenquilError('usage', {
      detail: `${opened.path} is glTF, and is not written as ${to.ending}.`,
    });
  const bytes = writeGltf(opened.source, opened.scene, { unpackers: host.unpackers });
  const packs = /\.glb$/i.test(out) && opened.source.container === 'gltf';
  if (/\.gltf$/i.test(out) && opened.source.container === 'glb')
    throw new RenquilError('usage', {
      detail: `${opened.path} is a .glb; give --out a name that ends in .glb.`,
    });
  if (!packs && opened.source.container === 'gltf' && dirname(out) !== dirname(opened.path)) {
    throw new RenquilError('usage', {
      detail: `${out} would lose its .bin and images, which stay beside ${opened.path}. Write it there, or as .glb.`,
    });
  }
  host.write(out, packs ? packGlb(openGltf(bytes, opened.path, beside(opened.path, host))) : bytes);
}

function saveOther({ path, kind, scene, source, write }: OpenedFile, out: string, host: Host): void {
  if (/\.glb$/i.test(out)) return host.write(out, writeGltf(source, scene));
  if (/\.usdc$/i.test(out))
    throw new RenquilError('usage', {
      detail: `binary OpenUSD is read, not written; give --out a name that ends in .usda.`,
    });
  if (ownFormatOf(out)?.kind !== kind) {
    const own = ownFormatOf(path)?.ending ?? `.${kind}`;
    throw new RenquilError('usage', {
      detail: `${path} is ${own}; give --out a name that ends in ${own}, .glb, .json or .jsonl.`,
    });
  }
  const written = write(scene);
  host.write(out, written.bytes);
  for (const [name, its] of written.beside) host.write(join(dirname(out), name), its);
  const left = saidOfLeft(written);
  if (left) host.complain(`${out}: ${left}\n`);
}

/** A JSON file as it stands, unchecked. Throws RenquilError when it is none. */
export function readJson(path: string, host: Host): unknown {
  const text = new TextDecoder().decode(host.read(path));
  try {
    return readText(text);
  } catch (cause) {
    throw new RenquilError(
      'usage',
      { detail: `${path} is not JSON: ${(cause as Error).message}.` },
      { cause },
    );
  }
}

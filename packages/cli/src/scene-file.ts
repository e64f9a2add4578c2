import { readJson as readText } from '@renquil/core/own-json';
import { dirname, join } from 'node:path';
import { RenquilError } from '@renquil/core/errors';
import type { Scene } from '@renquil/core/scene';
import {
  fileKindOf,
  lackingImages,
  openGltf,
  packGlb,
  readGltf,
  writeGltf,
  type GltfSource,
} from '@renquil/formats';
import type { Host } from './host.js';

/** A file as it was read, with the scene in it. */
export interface OpenedFile {
  readonly path: string;
  readonly scene: Scene;
  readonly source: GltfSource;
}

function beside(path: string, host: Host): (relative: string) => Uint8Array | null {
  return (relative) => {
    try {
      return host.read(join(dirname(path), relative));
    } catch (error) {
      if (error instanceof RenquilError && error.code === 'file-missing') return null;
      throw error;
    }
  };
}

/** Opens a glTF file in either container. Throws RenquilError naming file and place. */
export function openFile(path: string, host: Host): OpenedFile {
  const bytes = host.read(path);
  fileKindOf(bytes, path);
  const { scene, source } = readGltf(bytes, path, beside(path, host));
  const note = lackingImages(source);
  if (note) host.complain(`${path}: ${note}\n`);
  return { path, scene, source };
}

/** Writes the scene into the file it came from: as it came, or packed when a .gltf is to become a .glb. */
export function saveFile(opened: OpenedFile, out: string, host: Host): void {
  const bytes = writeGltf(opened.source, opened.scene);
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

import { listScene, saidOfLeft, writeScene } from '@renquil/formats';
import { loadUnpackers } from '@renquil/formats/unpackers-node';
import { zipSync, type Zippable } from 'fflate';
import { openStored, type StoredScene } from './stored-scene.js';

/** The file that came in and the scene as it is now. */
export interface WriteCopyInput {
  readonly source: Uint8Array;
  readonly sourceName: string;
  /** The .glb that was made of it, where it is no glTF. */
  readonly made: Uint8Array | null;
  /** Files that came with it, by path. */
  readonly resources: readonly (readonly [string, Uint8Array])[];
  readonly stored: StoredScene;
  /** A listing of it instead. */
  readonly listing: boolean;
}
/** A copy. */
export interface WriteCopyOutput {
  readonly bytes: Uint8Array;
  /** Whether it is a .zip, since files beside it were changed too. */
  readonly isZip: boolean;
  /** What is not in it, for people; empty: nothing. */
  readonly left: string;
}

/** The whole scene as it is now in the file it came from: nothing left out, nothing judged. */
export async function writeCopyTask(input: WriteCopyInput): Promise<WriteCopyOutput> {
  const { source, sourceName, made, resources, stored } = input;
  const scene = openStored(stored);
  if (input.listing) return { bytes: listScene(scene, false), isZip: false, left: '' };
  const beside = new Map(resources);
  const read = (path: string): Uint8Array | null => beside.get(path) ?? null;
  const written = writeScene(source, sourceName, scene, {
    ...{ read, unpackers: await loadUnpackers() },
    ...(made ? { made } : {}),
  });
  const left = saidOfLeft(written);
  if (!written.beside.length) return { bytes: written.bytes, isZip: false, left };
  const files: Zippable = Object.fromEntries([[sourceName, written.bytes], ...written.beside]);
  // The same for every copy, so that the same scene is the same zip.
  return { bytes: zipSync(files, { level: 6, mtime: new Date(1980, 0, 2) }), isZip: true, left };
}

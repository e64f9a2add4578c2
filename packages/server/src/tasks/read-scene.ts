import { CheckRun } from '@renquil/core/checks';
import { CompiledConvention, type Convention } from '@renquil/core/names';
import { loadUnpackers } from '@renquil/formats/unpackers-node';
import { drawnOf, openScene, packGlb, packedSource, sceneOf } from '@renquil/formats';
import { indexRows } from './index-rows.js';
import { judgedBy, type Judged } from './judged.js';
import { packScene } from './stored-scene.js';
import type { Tell } from './tell.js';
import { renderThumbnail } from './thumbnail.js';

/** A file to bring in, with what came beside it. */
export interface ReadSceneInput {
  readonly file: string;
  readonly bytes: Uint8Array;
  /** Files that came with it, by path. */
  readonly resources: readonly (readonly [string, Uint8Array])[];
  readonly convention: Convention;
}
/** What was read of it. */
export interface ReadSceneOutput {
  /** The one .glb that stands for the upload from now on; null when the upload was one. */
  readonly packed: Uint8Array | null;
  readonly snapshot: Uint8Array;
  readonly objects: number;
  /** What is to be said about the file, or ''. */
  readonly note: string;
  readonly judged: Judged;
  readonly thumbnail: Uint8Array;
  /** For the index of objects. */
  readonly index: readonly Uint8Array[];
}

/** Reads, judges and pictures an upload. */
export async function readSceneTask(input: ReadSceneInput, tell: Tell): Promise<ReadSceneOutput> {
  const { file, bytes, resources } = input;
  tell('Reading', 0, bytes.length);
  const beside = new Map(resources);
  const unpackers = await loadUnpackers();
  const read = openScene(bytes, file, (path) => beside.get(path) ?? null, {
    progress: (done, total) => tell('Reading', done, total),
    unpackers,
  });
  // Once packed, ids stay: packing keeps the order of the nodes.
  const source = packedSource(read.source);
  const isSame = source === read.source;
  const drawn = isSame ? read.drawn : drawnOf(source, unpackers);
  const scene = isSame ? read.scene : sceneOf(source.json, undefined, source, drawn);
  const run = new CheckRun(scene, new CompiledConvention(input.convention));
  run.all((done) => tell('Checking', done, scene.size));
  tell('Drawing', scene.size, scene.size);
  const thumbnail = renderThumbnail(scene, drawn, run.convention);
  tell('Storing', scene.size, scene.size);
  return {
    packed: read.kind === 'glb' ? null : packGlb(read.source),
    snapshot: packScene(scene),
    objects: scene.size,
    note: read.note,
    judged: judgedBy(run),
    thumbnail,
    index: indexRows(scene.walk()),
  };
}

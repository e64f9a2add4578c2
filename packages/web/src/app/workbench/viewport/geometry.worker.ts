import {
  baseTextures,
  decodeDrawn,
  drawnOf,
  openGltf,
  shapeCount,
  type BaseTexture,
  type DecodedPart,
  type DrawnDocument,
} from '@renquil/formats';
import { BufferAttribute, BufferGeometry, EdgesGeometry } from 'three';
import { askBasis } from './ask-basis';
import type { BasisGiven, DrawnPart, FromGeometry, ToGeometry } from './geometry-messages';
import { loadUnpackers } from './load-unpackers';
import { texturesOf, type UnpackKtx } from './scene-textures';
import { packTree, treeBuffers, treeInWorkerFrom } from './shape-tree';

/** Fetches the scene's file and decodes it shape by shape, off the page's thread; arrays are handed over, not copied. */
addEventListener('message', ({ data }: MessageEvent<ToGeometry | BasisGiven>) => {
  if ('basis' in data) heard?.(data.basis);
  else void run(data).catch((error: unknown) => tell({ type: 'failed', text: (error as Error).message }, []));
});
let heard: ((basis: MessagePort | null) => void) | null = null;
let asked: Promise<UnpackKtx | null> | null = null;
/** The page begins the worker that can, once a picture needs it. */
const unpackKtx: UnpackKtx = async (bytes, most) => {
  const unpack = await (asked ??= new Promise((resolve) => {
    heard = (basis) => resolve(basis && askBasis(basis));
    tell({ type: 'basis-wanted' }, []);
  }));
  return unpack?.(bytes, most) ?? null;
};
const tell = (message: FromGeometry, hand: Transferable[]): void => postMessage(message, { transfer: hand });

async function run({ url, only }: ToGeometry): Promise<void> {
  const response = await fetch(url, { credentials: 'same-origin' });
  if (!response.ok) throw new Error(`the file of the scene did not come (${response.status})`);
  const file = openGltf(new Uint8Array(await response.arrayBuffer()), 'scene.glb');
  const all = shapeCount(file.json);
  // Without a decoder what is packed is drawn as boxes.
  const source = drawnOf(file, await loadUnpackers(file.json).catch(() => ({})));
  const laid = baseTextures(source.json);
  const wanted = only ?? Array.from({ length: all }, (_, index) => index);
  const total = wanted.length;
  let batch: { index: number; parts: DrawnPart[] | null }[] = [];
  let hand: Transferable[] = [];
  let size = 0;
  let edgeBudget = 900_000;
  const flush = (done: number): void => {
    tell({ type: 'shapes', shapes: batch, done, total }, hand);
    [batch, hand, size] = [[], [], 0];
  };
  for (const [done, index] of wanted.entries()) {
    const parts =
      (decode(source, index, laid) ?? null)?.map((part): DrawnPart => {
        edgeBudget -= part.indices.length;
        const edges = part.lines || edgeBudget < 0 ? null : edgesOf(part);
        const normals = part.normals ?? (part.lines ? null : normalsOf(part));
        const tree =
          !part.lines && part.indices.length / 3 >= treeInWorkerFrom ? packTree(geometryOf(part)) : null;
        return { ...part, normals, uvs: uvsOf(part, laid), edges, tree };
      }) ?? null;
    batch.push({ index, parts });
    for (const part of parts ?? []) {
      hand.push(part.positions.buffer, part.indices.buffer);
      if (part.edges) hand.push(part.edges.buffer);
      if (part.normals) hand.push(part.normals.buffer);
      if (part.uvs) hand.push(part.uvs.buffer);
      if (part.tree) hand.push(...treeBuffers(part.tree));
      size += part.indices.length;
    }
    if (size > 300_000 || batch.length >= 200) flush(done + 1);
  }
  flush(total);
  if (!only && laid.size) {
    const made = await texturesOf({ ...source, resources: file.resources }, unpackKtx);
    tell({ type: 'textures', made }, [...made.pictures]);
  }
  tell({ type: 'done' }, []);
}

/** A shape that cannot be looked into is drawn as its box. */
function decode(
  source: DrawnDocument,
  index: number,
  laid: ReadonlyMap<number, BaseTexture>,
): ReturnType<typeof decodeDrawn> {
  try {
    return decodeDrawn(source.json, source.buffers, index, (material) => laid.get(material)?.texCoord);
  } catch {
    return null;
  }
}

/** All shapes of one material are alike: one that says nothing of its picture has its corner all over. */
function uvsOf(
  { uvs, material, lines, positions }: DecodedPart,
  laid: ReadonlyMap<number, BaseTexture>,
): Float32Array | null {
  if (lines || material === null || !laid.has(material)) return null;
  const length = (positions.length / 3) * 2;
  return uvs?.length === length ? uvs : new Float32Array(length);
}

/** Smooth normals for a shape that brings none. */
function normalsOf(part: Triangles): Float32Array {
  const geometry = geometryOf(part);
  geometry.computeVertexNormals();
  return geometry.getAttribute('normal').array as Float32Array;
}

/** Edges between faces that meet at more than 30 degrees. */
function edgesOf(part: Triangles): Float32Array {
  return new EdgesGeometry(geometryOf(part), 30).getAttribute('position').array as Float32Array;
}

type Triangles = Pick<DrawnPart, 'positions' | 'indices'>;
function geometryOf({ positions, indices }: Triangles): BufferGeometry {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(positions, 3));
  return geometry.setIndex(new BufferAttribute(indices, 1));
}

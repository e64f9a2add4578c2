import { decodeShape, openGltf } from '@renquil/formats';
import { BufferAttribute, BufferGeometry, EdgesGeometry } from 'three';
import type { DrawnPart, FromGeometry, ToGeometry } from './geometry-messages';

/** Fetches the scene's file and decodes it shape by shape, off the page's thread; arrays are handed over, not copied. */
addEventListener('message', ({ data }: MessageEvent<ToGeometry>) => {
  void run(data.url).catch((error: unknown) => tell({ type: 'failed', text: (error as Error).message }, []));
});
const tell = (message: FromGeometry, hand: Transferable[]): void => postMessage(message, { transfer: hand });

async function run(url: string): Promise<void> {
  const response = await fetch(url, { credentials: 'same-origin' });
  if (!response.ok) throw new Error(`the file of the scene did not come (${response.status})`);
  const source = openGltf(new Uint8Array(await response.arrayBuffer()), 'scene.glb');
  const total = source.json.meshes?.length ?? 0;
  let batch: { index: number; parts: DrawnPart[] | null }[] = [];
  let hand: Transferable[] = [];
  let size = 0;
  let edgeBudget = 900_000;
  const flush = (done: number): void => {
    tell({ type: 'shapes', shapes: batch, done, total }, hand);
    [batch, hand, size] = [[], [], 0];
  };
  for (let index = 0; index < total; index++) {
    const parts =
      (decode(source, index) ?? null)?.map((part): DrawnPart => {
        edgeBudget -= part.indices.length;
        return { ...part, edges: part.lines || edgeBudget < 0 ? null : edgesOf(part) };
      }) ?? null;
    batch.push({ index, parts });
    for (const part of parts ?? []) {
      hand.push(part.positions.buffer, part.indices.buffer);
      if (part.edges) hand.push(part.edges.buffer);
      if (part.normals) hand.push(part.normals.buffer);
      size += part.indices.length;
    }
    if (size > 300_000 || batch.length >= 200) flush(index + 1);
  }
  flush(total);
  tell({ type: 'done' }, []);
}

/** A shape that cannot be looked into is drawn as its box. */
function decode(source: ReturnType<typeof openGltf>, index: number): ReturnType<typeof decodeShape> {
  try {
    return decodeShape(source.json, source.buffers, index);
  } catch {
    return null;
  }
}

/** Edges between faces that meet at more than 30 degrees. */
function edgesOf(part: { readonly positions: Float32Array; readonly indices: Uint32Array }): Float32Array {
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(part.positions, 3));
  geometry.setIndex(new BufferAttribute(part.indices, 1));
  return new EdgesGeometry(geometry, 30).getAttribute('position').array as Float32Array;
}

import { MeshBVH, type SerializedBVH } from 'three-mesh-bvh';
import type { BufferGeometry } from 'three';

const trees = new WeakMap<BufferGeometry, MeshBVH>();
const how = { indirect: true } as const;

/** From so many triangles on the worker that decodes a shape makes its tree: the page would be felt to stop. */
export const treeInWorkerFrom = 10_000;

/** The tree of boxes over a shape's triangles: made at the first pick that comes near it. The shape itself stays as it is. */
export function treeOf(geometry: BufferGeometry): MeshBVH {
  let tree = trees.get(geometry);
  if (!tree) trees.set(geometry, (tree = new MeshBVH(geometry, how)));
  return tree;
}
/** A tree as flat pieces that can be handed over: boxes, and triangles in their order. */
export function packTree(geometry: BufferGeometry): SerializedBVH {
  return {
    ...MeshBVH.serialize(new MeshBVH(geometry, how), { cloneBuffers: false }),
    index: null,
  };
}
/** What of a tree is handed over without a copy. */
export function treeBuffers({ roots, indirectBuffer }: SerializedBVH): ArrayBuffer[] {
  return [...roots, ...(indirectBuffer ? [indirectBuffer.buffer] : [])] as ArrayBuffer[];
}
/** A tree that was made on another thread, for whoever picks in the geometry. */
export function giveTree(geometry: BufferGeometry, packed: SerializedBVH): void {
  trees.set(geometry, MeshBVH.deserialize(packed, geometry, { setIndex: false }));
}

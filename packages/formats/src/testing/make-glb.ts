import { binChunk, jsonChunk, writeGlb } from '../gltf/glb.js';

/** A .glb from its JSON and bytes, valid or not: tests make what no writer would. */
export function makeGlb(json: unknown, bin?: Uint8Array): Uint8Array {
  const text = new TextEncoder().encode(typeof json === 'string' ? json : JSON.stringify(json));
  return writeGlb([{ type: jsonChunk, data: text }, ...(bin ? [{ type: binChunk, data: bin }] : [])]);
}
/** Nodes of these names, all roots, with whatever else is given. */
export function nodesGlb(names: readonly string[], more: object = {}): Uint8Array {
  return makeGlb({
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: names.map((_, i) => i) }],
    nodes: names.map((name) => ({ name })),
    ...more,
  });
}

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
/** So many empty nodes under one root, a metre apart; the salt makes a file of its own. */
export function flatGlb(nodes: number, salt = ''): Uint8Array {
  const below = [...Array(nodes - 1).keys()].map((i) => i + 1);
  return makeGlb({
    asset: { version: '2.0', generator: salt },
    scene: 0,
    scenes: [{ nodes: [0] }],
    nodes: [
      { name: 'flat_grp', children: below },
      ...below.map((i) => ({ name: `part_${i}`, translation: [i, 0, 0] })),
    ],
  });
}

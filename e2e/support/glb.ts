import { NodeIO, type Document } from '@gltf-transform/core';
import { ALL_EXTENSIONS } from '@gltf-transform/extensions';
import validator from 'gltf-validator';

/** Node names by index, read by a library that is not ours. */
export async function nodeNames(glb: Uint8Array): Promise<string[]> {
  return jsonOf(glb).nodes.map((node) => node.name ?? '');
}
interface Json {
  nodes: { name?: string }[];
}
/** The JSON chunk by the letter of the standard (glTF 2.0, section 4.4). */
export function jsonOf(glb: Uint8Array): Json {
  const view = new DataView(glb.buffer, glb.byteOffset, glb.byteLength);
  return JSON.parse(new TextDecoder().decode(glb.subarray(20, 20 + view.getUint32(12, true)))) as Json;
}
/** All after the JSON chunk. */
export function binaryOf(glb: Uint8Array): Buffer {
  const view = new DataView(glb.buffer, glb.byteOffset, glb.byteLength);
  return Buffer.from(glb.subarray(20 + view.getUint32(12, true)));
}
export async function openWithTransform(glb: Uint8Array): Promise<Document> {
  return new NodeIO().registerExtensions(ALL_EXTENSIONS).readBinary(glb);
}
export async function validatorCounts(glb: Uint8Array): Promise<{ errors: number; warnings: number }> {
  const report = (await validator.validateBytes(glb)) as {
    issues: { numErrors: number; numWarnings: number };
  };
  return { errors: report.issues.numErrors, warnings: report.issues.numWarnings };
}
/** A small valid .glb with these node names, all roots. */
export function glbWith(names: readonly string[], more: object = {}): Buffer {
  const json = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: names.map((_, i) => i) }],
    nodes: names.map((name) => ({ name })),
    ...more,
  };
  let text = Buffer.from(JSON.stringify(json));
  text = Buffer.concat([text, Buffer.alloc((4 - (text.length % 4)) % 4, 0x20)]);
  const head = Buffer.alloc(20);
  head.write('glTF', 0, 'latin1');
  head.writeUInt32LE(2, 4);
  head.writeUInt32LE(20 + text.length, 8);
  head.writeUInt32LE(text.length, 12);
  head.write('JSON', 16, 'latin1');
  return Buffer.concat([head, text]);
}

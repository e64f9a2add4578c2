import { binChunk, jsonChunk, writeGlb } from '@renquil/formats';

const whats = ['post', 'panel', 'bolt', 'sheave', 'window', 'hinge', 'lamp', 'slat', 'door', 'strap'];
const triangle = Float32Array.of(-0.5, 0, 0, 0.5, 0, 0, 0, 1, 0);
const surfaces = ['enamel', 'steel', 'oak', 'glass', 'nylon'];

/**
 * A made-up scene of n objects as a .glb: groups of 50, pairs of left and right numbered through, most names fitting,
 * every fourteenth wrong in some way.
 */
export function generateGlb(n: number): Uint8Array {
  const nodes: { name: string; children?: number[]; mesh?: number; translation?: number[] }[] = [];
  const roots: number[] = [];
  while (nodes.length < n) {
    const group = nodes.length;
    const children: number[] = [];
    nodes.push({ name: `part${letters(group)}_grp`, children });
    roots.push(group);
    for (let i = 0; i < 49 && nodes.length < n; i++) {
      children.push(nodes.length);
      const at = nodes.length;
      // Lefts and rights stand across from each other, as their names say: +X is left.
      nodes.push({ name: nameOf(at), mesh: 0, translation: [(at % 2 ? 1 : -1) * (at >> 1), group % 100, 2] });
    }
  }
  const json = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: roots }],
    nodes,
    meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
    accessors: [
      { bufferView: 0, componentType: 5126, count: 3, type: 'VEC3', min: [-0.5, 0, 0], max: [0.5, 1, 0] },
    ],
    bufferViews: [{ buffer: 0, byteLength: triangle.byteLength }],
    buffers: [{ byteLength: triangle.byteLength }],
  };
  return writeGlb([
    { type: jsonChunk, data: new TextEncoder().encode(JSON.stringify(json)) },
    { type: binChunk, data: new Uint8Array(triangle.buffer) },
  ]);
}

function nameOf(i: number): string {
  const pair = i >> 1;
  const what = whats[pair % whats.length]!;
  if (i % 14 === 0)
    return [
      `${what} left ${i}`,
      `${what}.${String(i % 1000).padStart(3, '0')}`,
      `Cube${i}`,
      `${what}_LF_${i}`,
    ][(i / 14) % 4]!;
  const side = i % 2 ? 'L' : 'R';
  const nth = Math.floor(pair / whats.length);
  const number = String((nth % 999) + 1).padStart(3, '0');
  return `${side}_F_${what}${letters(Math.floor(nth / 999))}${number}_${surfaces[pair % surfaces.length]!}_geo`;
}
/** Letters from a number, so that a million names are a million names and still fit the pattern. */
function letters(i: number): string {
  let text = '';
  for (let n = i; n > 0; n = Math.floor(n / 26)) text += String.fromCharCode(97 + (n % 26));
  return text ? text[0]!.toUpperCase() + text.slice(1) : '';
}

import { writeGlb, jsonChunk } from '@renquil/formats';

const whats = ['post', 'panel', 'bolt', 'sheave', 'window', 'hinge', 'lamp', 'slat', 'door', 'strap'];
const surfaces = ['enamel', 'steel', 'oak', 'glass', 'nylon'];

/** A made-up scene of n objects as a .glb: groups of 50, most names fitting, every seventh wrong in some way. */
export function generateGlb(n: number): Uint8Array {
  const nodes: { name: string; children?: number[]; mesh?: number; translation?: number[] }[] = [];
  const roots: number[] = [];
  while (nodes.length < n) {
    const group = nodes.length;
    const children: number[] = [];
    nodes.push({ name: `part${String(group).padStart(7, '0')}_grp`, children });
    roots.push(group);
    for (let i = 0; i < 49 && nodes.length < n; i++) {
      children.push(nodes.length);
      nodes.push({ name: nameOf(nodes.length), mesh: 0, translation: [i, group % 100, 0] });
    }
  }
  const json = {
    asset: { version: '2.0' },
    scene: 0,
    scenes: [{ nodes: roots }],
    nodes,
    meshes: [{ primitives: [{ attributes: { POSITION: 0 } }] }],
    accessors: [{ componentType: 5126, count: 3, type: 'VEC3', min: [0, 0, 0], max: [1, 1, 0] }],
  };
  return writeGlb([{ type: jsonChunk, data: new TextEncoder().encode(JSON.stringify(json)) }]);
}

function nameOf(i: number): string {
  const what = whats[i % whats.length]!;
  if (i % 7 === 0)
    return [
      `${what} left ${i}`,
      `${what}.${String(i % 1000).padStart(3, '0')}`,
      `Cube${i}`,
      `${what}_LF_${i}`,
    ][i % 4]!;
  const side = i % 2 ? 'L' : 'R';
  return `${side}_F_${what}${letters(i)}${String(i % 1000).padStart(3, '0')}_${surfaces[i % surfaces.length]!}_geo`;
}
/** Letters from a number, so that a million names are a million names and still fit the pattern. */
function letters(i: number): string {
  let text = '';
  for (let n = Math.floor(i / 1000); n > 0; n = Math.floor(n / 26))
    text += String.fromCharCode(97 + (n % 26));
  return text ? text[0]!.toUpperCase() + text.slice(1) : '';
}

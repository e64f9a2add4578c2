import { NodeIO, type GLTF } from '@gltf-transform/core';
import { readJson } from '@renquil/core/own-json';

/** A node of a file as it arrived: only what a receiver's rules look at. */
export interface ArrivedNode {
  readonly name: string;
  readonly parent: number | null;
  readonly isLight: boolean;
}

/**
 * The nodes of a glTF 2.0 file in its scene, parents first, by another reader than the sender's own.
 * @param beside names of the files that came with it
 * @throws Error when it cannot be opened, or needs a file that did not come
 */
export async function openSceneFile(
  name: string,
  bytes: Uint8Array,
  beside: ReadonlySet<string>,
): Promise<ArrivedNode[]> {
  const isGlb = name.toLowerCase().endsWith('.glb');
  const json = documentIn(isGlb ? jsonChunk(bytes) : bytes);
  if (json.asset?.version !== '2.0') throw new Error('it is no glTF 2.0');
  // Before anything else opens it: that would say less clearly what is lacking.
  for (const { uri } of [...(json.buffers ?? []), ...(json.images ?? [])])
    if (uri !== undefined && !uri.startsWith('data:') && !beside.has(decodeURI(uri)))
      throw new Error(`it needs "${uri}", which did not come`);
  const lacksNothing = !json.images?.some(({ uri }) => uri !== undefined && !uri.startsWith('data:'));
  if (isGlb && lacksNothing) await new NodeIO().binaryToJSON(bytes);
  return nodesOf(json);
}

/** The first chunk of a .glb (glTF 2.0, section 4.4.3). */
function jsonChunk(bytes: Uint8Array): Uint8Array {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const isThere = bytes.length >= 20 && view.getUint32(0, true) === 0x46546c67;
  if (!isThere || view.getUint32(16, true) !== 0x4e4f534a) throw new Error('it is no binary glTF');
  return bytes.subarray(20, 20 + view.getUint32(12, true));
}
function documentIn(bytes: Uint8Array): GLTF.IGLTF {
  const value = readJson(new TextDecoder('utf-8', { fatal: true }).decode(bytes));
  if (typeof value !== 'object' || value === null || !('asset' in value)) throw new Error('it is no glTF');
  return value as unknown as GLTF.IGLTF;
}
function nodesOf(json: GLTF.IGLTF): ArrivedNode[] {
  const found: ArrivedNode[] = [];
  const nodes = json.nodes ?? [];
  const seen = new Set<number>();
  const roots = json.scenes?.[json.scene ?? 0]?.nodes ?? [];
  const waiting = [...roots].reverse().map((index) => ({ index, parent: null as number | null }));
  for (let next = waiting.pop(); next; next = waiting.pop()) {
    const node = nodes[next.index];
    if (!node || seen.has(next.index)) throw new Error(`node ${next.index} is not there, or stands twice`);
    seen.add(next.index);
    const at = found.length;
    const isLight = node.extensions?.['KHR_lights_punctual'] !== undefined;
    found.push({ name: node.name ?? '', parent: next.parent, isLight });
    for (const index of [...(node.children ?? [])].reverse()) waiting.push({ index, parent: at });
  }
  return found;
}

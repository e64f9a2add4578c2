import { readJson } from '@renquil/core/own-json';
import type { FileKind } from './file-kinds.js';
import { crateLayers, isCrate } from './usdc/crate-text.js';
import type { ResourceReader } from './gltf/gltf-source.js';
import { besideOf } from './beside-of.js';
import { layerEnding } from './scene-endings.js';
import { isObject } from './gltf/guards.js';
import { eachStatement, nameIn } from './obj/statements.js';
import { picturePath } from './collada/collada-pictures.js';
import { parseMtl } from './obj/mtl.js';
import { TextUnits } from './obj/text-units.js';

/**
 * The files that a scene's file says lie beside it, by their path from it: buffers and images of glTF, materials of OBJ, other
 * layers of OpenUSD.
 * Nothing is judged: of a file that is none of these, no names come.
 * @param bytes the whole file; of a .glb its beginning will do, as far as its JSON goes
 */
export function neededFiles(kind: FileKind, bytes: Uint8Array): string[] {
  if (kind === 'obj') return ofObj(bytes);
  if (kind === 'usda') return besideFile('', bytes);
  if (kind === 'collada') return ofCollada(bytes);
  if (kind !== 'glb' && kind !== 'gltf') return [];
  try {
    const text = kind === 'glb' ? bytes.subarray(20, 20 + jsonLength(bytes)) : bytes;
    return ofGltf(readJson(new TextDecoder().decode(text)));
  } catch {
    return [];
  }
}
/** How many bytes the JSON of a .glb has (glTF 2.0, section 4.4.3): its first chunk, behind 20 bytes. */
export function jsonLength(bytes: Uint8Array): number {
  return bytes.length < 20 ? 0 : new DataView(bytes.buffer, bytes.byteOffset).getUint32(12, true);
}

function ofGltf(json: unknown): string[] {
  if (!isObject(json)) return [];
  const lists = [json['buffers'], json['images']].flatMap((list) =>
    Array.isArray(list) ? (list as unknown[]) : [],
  );
  return lists.flatMap((one) => {
    const uri = isObject(one) ? one['uri'] : undefined;
    if (typeof uri !== 'string' || /^[a-z][a-z0-9+.-]*:/i.test(uri)) return [];
    try {
      return [decodeURIComponent(uri)];
    } catch {
      return [uri];
    }
  });
}
/** Layers by the names of files in it, wherever they stand: what a remark names is not missed where it is not. */
function besideFile(file: string, bytes: Uint8Array): string[] {
  const found = new Set<string>();
  if (isCrate(bytes)) {
    for (const name of crateLayers(bytes)) {
      const path = besideOf(file, name);
      if (path !== null) found.add(path);
    }
    return [...found];
  }
  const text = new TextDecoder().decode(bytes);
  for (const [, name] of text.matchAll(
    /@([^@\n]{1,1000}?\.(?:usd[ac]?|png|jpe?g|webp|avif))(?::SDF_FORMAT_ARGS:[^@\n]*)?@/gi,
  )) {
    const path = besideOf(file, name!);
    if (path !== null) found.add(path);
  }
  return [...found];
}
/**
 * The same, with what those files need in turn: for a scene that is put together from several.
 * @param read gives what lies beside the scene
 */
export function allNeededFiles(kind: FileKind, bytes: Uint8Array, read: ResourceReader): string[] {
  const found = new Set(neededFiles(kind, bytes));
  if (kind === 'obj')
    for (const path of [...found]) {
      const own = read(path);
      for (const { picture } of own ? parseMtl(own, path).materials : []) {
        const at = picture && besideOf(path, picture.replaceAll('\\', '/'));
        if (at) found.add(at);
      }
    }
  if (kind !== 'usda') return [...found];
  for (const path of found) {
    if (found.size > mostFiles) break;
    const own = layerEnding.test(path) ? read(path) : null;
    for (const next of own ? besideFile(path, own) : []) found.add(next);
  }
  return [...found];
}
/** Pictures, by what images say: whichever way they are named. */
function ofCollada(bytes: Uint8Array): string[] {
  const text = new TextUnits(bytes).text;
  const found = new Set<string>();
  for (const [, uri] of text.matchAll(/<(?:init_from|ref)>([^<>]{1,1000})</g)) {
    const path = /\.\w{2,5}\s*$/.test(uri!) ? picturePath(uri!) : null;
    if (path !== null) found.add(path);
  }
  return [...found];
}
/** Files that are looked into for others. */
const mostFiles = 1000;
function ofObj(bytes: Uint8Array): string[] {
  const units = new TextUnits(bytes);
  const found = new Set<string>();
  eachStatement(units, (statement) => {
    if (statement.word !== 'mtllib') return;
    const name = nameIn(units, statement);
    for (const one of [name, ...name.split(/\s+/)]) if (one) found.add(one);
  });
  return [...found];
}

import { readJson } from '@renquil/core/own-json';
import type { FileKind } from './file-kinds.js';
import { isObject } from './gltf/guards.js';
import { eachStatement, nameIn } from './obj/statements.js';
import { TextUnits } from './obj/text-units.js';

/**
 * The files that a scene's file says lie beside it, by their path from it: buffers and images of glTF, materials of OBJ.
 * Nothing is judged: of a file that is none of these, no names come.
 * @param bytes the whole file; of a .glb its beginning will do, as far as its JSON goes
 */
export function neededFiles(kind: FileKind, bytes: Uint8Array): string[] {
  if (kind === 'obj') return ofObj(bytes);
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

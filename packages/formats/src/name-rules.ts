import type { ObjectId, Scene } from '@renquil/core/scene';
import { bvhNameFault } from './bvh/write-bvh.js';
import { colladaNameFault } from './collada/write-collada.js';
import { objNameFault } from './obj/name-fault.js';
import type { OwnFormat } from './scene-endings.js';
import { isPrimName } from './usda/parse-usda.js';

/** Why a format cannot hold a name, in words that follow on it; null: it can. */
export function nameFault(kind: OwnFormat['kind'], name: string): string | null {
  if (kind === 'usda' || kind === 'usdz')
    return isPrimName(name) ? null : 'a prim has letters, digits and "_" in its name, no digit first';
  const fault = { obj: objNameFault, collada: colladaNameFault, bvh: bvhNameFault, listing: null }[kind];
  return fault && fault(name);
}

/** Objects whose names do not go back into the file that they came in. */
export interface StuckNames {
  readonly count: number;
  readonly first: ObjectId | null;
  /** Of the first. */
  readonly because: string;
}
/** Names that the format cannot hold, or that two have in one place where it must tell them apart. Linear in the objects. */
export function stuckNames(kind: OwnFormat['kind'], scene: Scene): StuckNames {
  let [count, first, because] = [0, null as ObjectId | null, ''];
  const stuck = (id: ObjectId, why: string): void => {
    if (!count++) [first, because] = [id, why];
  };
  // Nodes of COLLADA go by their ids; a listing has ids too.
  const areTold = kind === 'listing' || kind === 'collada';
  if (kind === 'listing') return { count, first, because };
  const seen = new Map<ObjectId | null, Set<string>>();
  for (const { id, name, parent } of scene.walk()) {
    const why = nameFault(kind, name);
    if (why) stuck(id, why);
    let names = seen.get(parent);
    if (!names) seen.set(parent, (names = new Set()));
    if (names.has(name) && !why && !areTold) stuck(id, 'another one in its place has that name');
    names.add(name);
  }
  return { count, first, because };
}

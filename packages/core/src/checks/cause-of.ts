import { overlapsIn } from '../scene/overlaps.js';
import type { ObjectId } from '../scene/scene-object.js';
import type { Scene } from '../scene/scene.js';
import { offBy } from '../scene/switched.js';
import type { CompiledConvention } from '../names/slots/compiled-convention.js';
import { isAmongSiblings, notUnique } from './names/not-unique.js';
import { settingIn } from './setting-in.js';
import type { Finding } from './check.js';

/** Why something is found, for whoever counts causes and not objects. */
export interface Cause {
  /** The same for findings that one thing put right would put right together. */
  readonly key: string;
  /** What is wrong, in a few words. */
  readonly says: string;
}

/**
 * Why something is found of an object: one name that several have, one place that several lie in, one switch above many.
 * Findings of a check that say the same thing have one cause.
 */
export function causeOf(
  scene: Scene,
  convention: CompiledConvention,
  object: ObjectId,
  { check, message }: Pick<Finding, 'check' | 'message'>,
): Cause {
  const made = causes[check]?.(scene, convention, object);
  return made
    ? { key: `${check}\n${made.key}`, says: `${made.says} ${message}` }
    : { key: `${check}\n\n${message}`, says: message };
}

type Find = (scene: Scene, convention: CompiledConvention, object: ObjectId) => Cause | null;
const byName: Find = (scene, convention, object) => {
  const { name, parent } = scene.get(object);
  const setting = settingIn(convention, notUnique);
  return { key: `${name}\n${isAmongSiblings(setting?.parameters) ? parent : ''}`, says: `"${name}":` };
};
const bySwitch =
  (of: 'goes' | 'shown'): Find =>
  (scene, _, object) => {
    const off = offBy(scene, scene.get(object), of);
    if (!off || off.by === 'itself') return null;
    if (off.by !== 'above') return { key: `${off.by} ${off.name}`, says: `${off.by} "${off.name}":` };
    for (const { id, name, switches } of scene.ancestors(object))
      if (!switches[of]) return { key: String(id), says: `below "${name}":` };
    return null;
  };
const causes: Readonly<Partial<Record<string, Find>>> = {
  'not-unique': byName,
  overlapping: (scene, _, object) => {
    const first = overlapsIn(scene).alike.get(object)?.first;
    return first === undefined ? null : { key: String(first), says: `"${scene.get(first).name}":` };
  },
  'hidden-goes': bySwitch('shown'),
  'shown-stays': bySwitch('goes'),
};

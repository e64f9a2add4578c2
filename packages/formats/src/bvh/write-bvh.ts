import { RenquilError } from '@renquil/core/errors';
import type { Scene } from '@renquil/core/scene';
import { leftOf } from '../changes/left-of.js';
import type { Gltf } from '../gltf/gltf-json.js';
import { sceneOf } from '../gltf/read-gltf.js';
import type { WrittenScene } from '../written-scene.js';
import type { Bvh } from './parse-bvh.js';

/** Why readers of BVH would not take a name as one, in words that follow on it; null: they would. */
export function bvhNameFault(name: string): string | null {
  if (name === '') return 'a joint has a name';
  // eslint-disable-next-line no-control-regex -- a line of the file
  return /[\s{}\u0000-\u001f]/.test(name) ? 'readers part names at spaces and braces' : null;
}

/**
 * The file that a scene came from, with the names of its joints as they are now; all else byte for byte. What else changed is
 * counted, not written.
 * @throws RenquilError bvh-refused for a name that readers would take apart, or that two joints would have
 */
export function writeBvh({ file, units, joints }: Bvh, scene: Scene, made: Gltf): WrittenScene {
  const refuse = (detail: string): never => {
    throw new RenquilError('bvh-refused', { file, detail });
  };
  const names = joints.map(({ name }, at) => scene.find(at + 1)?.name ?? name);
  const before = new Map<string, number>();
  for (const { name } of joints) before.set(name, (before.get(name) ?? 0) + 1);
  const seen = new Set<string>();
  const changes = joints.flatMap(({ name, span }, at) => {
    const to = names[at]!;
    // Motion is bound by name: two of one name that were not so before would move as one.
    if (seen.has(to) && (before.get(to) ?? 0) < 2) refuse(`two joints would be called "${to}"`);
    seen.add(to);
    if (to === name) return [];
    const fault = bvhNameFault(to);
    if (fault) refuse(`"${to}": ${fault}`);
    const bytes =
      units.encoded(to) ?? refuse(`"${to}" has letters that the encoding of this file does not have`);
    return [{ ...span, bytes }];
  });
  return { bytes: units.with(changes), beside: [], left: leftOf(sceneOf(made), scene, ['rename']) };
}

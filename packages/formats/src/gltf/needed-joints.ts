import type { ObjectId, Scene } from '@renquil/core/scene';
import type { TargetFinding } from '@renquil/core/targets';
import type { GltfSource } from './gltf-source.js';

/**
 * What goes and is bound to joints that stay (glTF 2.0, section 3.7.3.1): a file cannot hold it. Null: nothing is.
 * @param scene read from this source, with what was changed since
 */
export function neededJoints(
  { json }: GltfSource,
  scene: Scene,
  without: ReadonlySet<ObjectId>,
): TargetFinding | null {
  if (!json.skins?.length) return null;
  const byNode = new Map<number, ObjectId>();
  for (const { id, source } of scene.walk()) if (source !== null) byNode.set(source, id);
  // Of each skin the first joint that stays, or is there no more.
  const lacks = json.skins.map(({ joints = [] }) =>
    joints.find((joint) => {
      const id = byNode.get(joint);
      return id === undefined || without.has(id);
    }),
  );
  const bound: ObjectId[] = [];
  let because = '';
  for (const { id, name, source } of scene.walk()) {
    const skin = source === null || without.has(id) ? undefined : json.nodes?.[source]?.skin;
    const joint = skin === undefined ? undefined : lacks[skin];
    if (joint === undefined) continue;
    bound.push(id);
    const jointId = byNode.get(joint);
    const called = jointId === undefined ? (json.nodes?.[joint]?.name ?? '') : scene.get(jointId).name;
    because ||= `"${name}" is bound to the joint "${called}", which stays.`;
  }
  return bound.length ? { rule: 'target-needs', objects: bound, because } : null;
}

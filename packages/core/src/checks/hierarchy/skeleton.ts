import { nearWord } from '../../names/slots/near-word.js';
import type { SceneObject } from '../../scene/scene-object.js';
import type { Scene } from '../../scene/scene.js';
import { assetRules } from '../../templates/asset-rules.js';
import { standardParent, type SkeletonStandard } from '../../templates/skeletons.js';
import { defineCheck } from '../check.js';

/** Joints against the standard that the asset says it follows: names, what must be there, what hangs under what. */
export const skeleton = defineCheck({
  id: 'skeleton',
  family: 'hierarchy',
  title: 'Joints against the skeleton standard',
  severity: 'blocker',
  scope: 'scene',
  triggeredBy: ['move', 'insert', 'remove', 'rename', 'attribute'],
  source: 'ISO/IEC 19774; VRM 1.0; W3C WebXR Hand Input',
  messages: {
    missing: {
      short: 'misses {{count}} joints',
      because: '{{clause}}: these joints must be there and are not: {{joints}}.',
    },
    unknown: {
      short: 'no joint of the standard',
      because: '{{clause}}: there is no joint "{{name}}"{{near}}.',
    },
    parent: {
      short: 'should hang under {{wanted}}',
      because: '{{clause}}: "{{name}}" hangs under {{wanted}}, here it hangs under {{now}}.',
    },
    twice: {
      short: 'a second {{name}}',
      because: '{{clause}}: there is one joint "{{name}}", and here is another.',
    },
  },
  applies: ({ scene, convention }) =>
    (assetRules(scene, convention.source.templates)?.skeleton ?? null) !== null,
  evaluate(object, { scene, convention }) {
    const rules = assetRules(scene, convention.source.templates);
    const standard = rules?.skeleton;
    if (!standard || (object.kind !== 'joint' && object.id !== rules.root)) return null;
    const { clause } = standard;
    const found = jointsOf(scene, standard);
    if (object.id === rules.root) {
      const joints = Object.entries(standard.joints)
        .filter(([name, { required }]) => required && !found.has(name))
        .map(([name]) => name);
      if (joints.length)
        return { message: 'missing', data: { clause, count: joints.length, joints: joints.join(', ') } };
    }
    if (object.kind !== 'joint') return null;
    const { name } = object;
    if (!Object.hasOwn(standard.joints, name)) {
      const near = nearWord(name, Object.keys(standard.joints));
      return { message: 'unknown', data: { clause, name, near: near === null ? '' : `; "${near}" is near` } };
    }
    if (found.get(name) !== object.id) return { message: 'twice', data: { clause, name } };
    if (!standard.parents) return null;
    const wanted = standardParent(standard, name, new Set(found.keys())) ?? 'no other joint of the standard';
    const now = parentOf(scene, standard, object) ?? 'no other joint of the standard';
    return wanted === now ? null : { message: 'parent', data: { clause, name, wanted, now } };
  },
});

/** Joints of the standard that are there: the first of each name, in tree order. */
function jointsOf(scene: Scene, standard: SkeletonStandard): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  for (const name of Object.keys(standard.joints)) {
    const joints = [...scene.withName(name)].filter((id) => scene.get(id).kind === 'joint');
    if (joints.length) found.set(name, Math.min(...joints));
  }
  return found;
}
function parentOf(scene: Scene, { joints }: SkeletonStandard, { id }: SceneObject): string | null {
  for (const above of scene.ancestors(id))
    if (above.kind === 'joint' && Object.hasOwn(joints, above.name)) return above.name;
  return null;
}

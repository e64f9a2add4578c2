import { skeletonStandards } from '@renquil/core/templates';
import type { Gltf } from './gltf-json.js';
import { isObject } from './guards.js';

type Json = Record<string, unknown>;
const objects = (value: unknown): Json[] =>
  Array.isArray(value) ? (value as unknown[]).filter(isObject) : [];
const inside = (value: unknown, ...keys: string[]): unknown =>
  keys.reduce((at, key) => (isObject(at) && Object.hasOwn(at, key) ? at[key] : undefined), value);

/** Bones that must be there in VRM 0.x beside those of 1.0 (its humanoid requires a chest and a neck; from memory). */
const alsoRequired0 = ['chest', 'neck'];
const required1 = Object.entries(skeletonStandards.find(({ id }) => id === 'vrm-1.0')!.joints)
  .filter(([, { required }]) => required)
  .map(([name]) => name);

/** Whether a document is an avatar: VRM 1.0 (VRMC_vrm) or 0.x (VRM). */
export function isVrm({ extensions = {} }: Gltf): boolean {
  return isObject(extensions['VRMC_vrm']) || isObject(extensions['VRM']);
}
/** The bones of an avatar: node, its name in the humanoid, and whether the humanoid must have it. */
export function humanBones(json: Gltf): { node: number; bone: string; required: boolean }[] {
  const one = inside(json.extensions, 'VRMC_vrm', 'humanoid', 'humanBones');
  const bones = isObject(one)
    ? Object.entries(one).map(
        ([bone, value]) => [bone, inside(value, 'node'), required1.includes(bone)] as const,
      )
    : objects(inside(json.extensions, 'VRM', 'humanoid', 'humanBones')).map(({ bone, node }) => {
        const name = String(bone);
        return [name, node, required1.includes(name) || alsoRequired0.includes(name)] as const;
      });
  return bones.flatMap(([bone, node, required]) =>
    typeof node === 'number' ? [{ node, bone, required }] : [],
  );
}

/** What of an avatar's lists meant a node that is gone goes with it: bones that may be lacking, springs, expressions, first person, constraints. */
export function dropFromVrm(json: Gltf, dropped: ReadonlySet<number>): void {
  const isGone = (node: unknown): boolean => typeof node === 'number' && dropped.has(node);
  const stays = (of: Json): boolean => !isGone(of['node']);
  const keep = (holder: unknown, key: string, good: (one: Json) => boolean): void => {
    if (isObject(holder) && Array.isArray(holder[key]))
      holder[key] = (holder[key] as unknown[]).filter((one) => !isObject(one) || good(one));
  };
  const forget = (holder: unknown, key: string): void => {
    if (isObject(holder) && isGone(holder[key])) delete holder[key];
  };
  const one = inside(json.extensions, 'VRMC_vrm');
  const bones = inside(one, 'humanoid', 'humanBones');
  if (isObject(bones))
    for (const [name, bone] of Object.entries(bones)) if (isGone(inside(bone, 'node'))) delete bones[name];
  keep(inside(one, 'firstPerson'), 'meshAnnotations', stays);
  for (const group of ['preset', 'custom'])
    for (const expression of Object.values(inside(one, 'expressions', group) ?? {}))
      keep(expression, 'morphTargetBinds', stays);
  const springs = inside(json.extensions, 'VRMC_springBone');
  const colliders = objects(inside(springs, 'colliders'));
  dropCounted(springs, 'colliders', colliders.map(stays), objects(inside(springs, 'colliderGroups')));
  for (const spring of objects(inside(springs, 'springs'))) {
    keep(spring, 'joints', stays);
    forget(spring, 'center');
  }
  keep(springs, 'springs', ({ joints }) => !Array.isArray(joints) || joints.length > 0);
  for (const { extensions } of json.nodes ?? []) {
    const constraint = inside(extensions, 'VRMC_node_constraint', 'constraint');
    const gone = Object.values(isObject(constraint) ? constraint : {}).some((by) =>
      isGone(inside(by, 'source')),
    );
    if (gone) delete extensions!['VRMC_node_constraint'];
  }
  const old = inside(json.extensions, 'VRM');
  keep(inside(old, 'humanoid'), 'humanBones', stays);
  forget(inside(old, 'firstPerson'), 'firstPersonBone');
  const second = inside(old, 'secondaryAnimation');
  const groups = objects(inside(second, 'boneGroups'));
  dropCounted(second, 'colliderGroups', objects(inside(second, 'colliderGroups')).map(stays), groups);
  for (const group of groups) {
    if (Array.isArray(group['bones']))
      group['bones'] = (group['bones'] as unknown[]).filter((node) => !isGone(node));
    forget(group, 'center');
  }
}
/** Takes things out of a list that others count by its numbers, under the same key. */
function dropCounted(
  holder: unknown,
  key: string,
  stay: readonly boolean[],
  counting: readonly Json[],
): void {
  if (!isObject(holder) || !Array.isArray(holder[key]) || stay.every(Boolean)) return;
  holder[key] = (holder[key] as unknown[]).filter((_, i) => stay[i] !== false);
  let next = 0;
  const now = stay.map((is) => (is ? next++ : -1));
  for (const one of counting)
    if (Array.isArray(one[key]))
      one[key] = (one[key] as unknown[]).flatMap((at) => {
        const to = typeof at === 'number' ? now[at] : at;
        return to === -1 ? [] : [to ?? at];
      });
}

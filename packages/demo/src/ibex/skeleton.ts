import type { Material, Node } from '@gltf-transform/core';
import type { SceneBuilder, Triple } from '../build/scene-builder.js';
import { loft } from '../build/shapes.js';

/** Joint, its parent, and where it sits in the world at rest. */
const joints: readonly (readonly [string, string | null, Triple])[] = [
  ['C_root_jnt', null, [0, 0.98, -0.34]],
  ['C_spine001_jnt', 'C_root_jnt', [0, 0.97, -0.1]],
  ['C_spine002_jnt', 'C_spine001_jnt', [0, 0.97, 0.14]],
  ['C_chest_jnt', 'C_spine002_jnt', [0, 0.98, 0.38]],
  ['C_neck001_jnt', 'C_chest_jnt', [0, 1.08, 0.48]],
  ['C_neck002_jnt', 'C_neck001_jnt', [0, 1.28, 0.6]],
  ['C_head_jnt', 'C_neck002_jnt', [0, 1.46, 0.66]],
  ['jaw', 'C_head_jnt', [0, 1.42, 0.74]],
  ['C_tail001_jnt', 'C_root_jnt', [0, 1.03, -0.6]],
  ['C_tail002_jnt', 'C_tail001_jnt', [0, 1.01, -0.7]],
  ...(['L', 'R'] as const).flatMap((side): [string, string, Triple][] => {
    const x = side === 'L' ? 0.15 : -0.15;
    return [
      [`${side}_F_shoulder_jnt`, 'C_chest_jnt', [x, 0.92, 0.4]],
      [`${side}_F_elbow_jnt`, `${side}_F_shoulder_jnt`, [x, 0.62, 0.36]],
      [side === 'L' ? 'L_F_knee_jnt' : 'bone_knee_R', `${side}_F_elbow_jnt`, [x, 0.36, 0.4]],
      [`${side}_B_hip_jnt`, 'C_root_jnt', [x, 0.92, -0.4]],
      [`${side}_B_stifle_jnt`, `${side}_B_hip_jnt`, [x, 0.6, -0.34]],
      [`${side}_B_hock_jnt`, `${side}_B_stifle_jnt`, [x, 0.42, -0.5]],
    ];
  }),
];

/** The skeleton, a skinned ruff of wool on the neck, and a two second nod. */
export function addSkeleton(builder: SceneBuilder, control: Node, wool: Material): void {
  const group = builder.node('skeleton_grp', control);
  const nodes = new Map<string, Node>();
  const places = new Map(joints.map(([name, , at]) => [name, at]));
  for (const [name, parent, at] of joints) {
    const from = parent ? places.get(parent)! : [0, 0, 0];
    nodes.set(
      name,
      builder.node(name, parent ? nodes.get(parent)! : group, {
        at: [at[0] - from[0], at[1] - from[1], at[2] - from[2]],
      }),
    );
  }
  const skin = builder.document.createSkin('ibex skin').setSkeleton(nodes.get('C_root_jnt')!);
  const inverse = new Float32Array(joints.length * 16);
  joints.forEach(([name, , at], i) => {
    skin.addJoint(nodes.get(name)!);
    inverse.set([1, 0, 0, 0, 0, 1, 0, 0, 0, 0, 1, 0, -at[0], -at[1], -at[2], 1], i * 16);
  });
  skin.setInverseBindMatrices(builder.accessor(inverse, 'MAT4'));
  // A skinned part follows its joints only (glTF 2.0 section 3.7.3.3), so it hangs at the root.
  addRuff(builder, wool).setSkin(skin);
  addNod(builder, nodes.get('C_neck001_jnt')!);
}

/** Wool weighted from the chest (joint 3) over the neck (4 and 5). */
function addRuff(builder: SceneBuilder, wool: Material): Node {
  const rings = [
    { at: [0, 0.96, 0.42] as const, across: 0.165, up: 0.215 },
    { at: [0, 1.06, 0.5] as const, across: 0.15, up: 0.19 },
    { at: [0, 1.16, 0.55] as const, across: 0.128, up: 0.16 },
  ];
  const geometry = loft(rings);
  const mesh = builder.mesh('ruff', geometry, wool);
  const count = geometry.attributes['position']!.count;
  const weights = new Float32Array(count * 4);
  const which = new Uint8Array(count * 4);
  for (let i = 0; i < count; i++) {
    const y = geometry.attributes['position']!.getY(i);
    const t = Math.min(1, Math.max(0, (y - 0.9) / 0.35));
    which.set([t < 1 ? 3 : 0, t > 0 ? 4 : 0, 0, 0], i * 4);
    weights.set([1 - t, t, 0, 0], i * 4);
  }
  mesh.listPrimitives()[0]!.setAttribute('JOINTS_0', builder.accessor(which, 'VEC4'));
  mesh.listPrimitives()[0]!.setAttribute('WEIGHTS_0', builder.accessor(weights, 'VEC4'));
  return builder.node('ruff_hide', null, { mesh });
}

function addNod(builder: SceneBuilder, neck: Node): void {
  const half = (degrees: number): [number, number, number, number] => [
    Math.sin((degrees * Math.PI) / 360),
    0,
    0,
    Math.cos((degrees * Math.PI) / 360),
  ];
  const input = builder.accessor(Float32Array.from([0, 1, 2]), 'SCALAR');
  const output = builder.accessor(Float32Array.from([...half(0), ...half(12), ...half(0)]), 'VEC4');
  const sampler = builder.document
    .createAnimationSampler()
    .setInput(input)
    .setOutput(output)
    .setInterpolation('LINEAR');
  const channel = builder.document
    .createAnimationChannel()
    .setTargetNode(neck)
    .setTargetPath('rotation')
    .setSampler(sampler);
  builder.document.createAnimation('nod').addSampler(sampler).addChannel(channel);
}

import { makeGlb } from '../testing/make-glb.js';
import { openScene } from '../scene-file.js';
import { openGltf } from './gltf-source.js';
import { humanBones } from './vrm.js';

// Its types are found by bundlers only.
const published = (await import('@pixiv/three-vrm-core')) as unknown as {
  VRMRequiredHumanBoneName: Record<string, string>;
};
const required = Object.values(published.VRMRequiredHumanBoneName);
/** Bones in a row, then a tail, a ribbon that hangs on it, and a hat with a morph. */
const names = [...required, 'tail', 'ribbon', 'hat'];
const [tail, ribbon, hat] = [required.length, required.length + 1, required.length + 2];
const nodes = names.map((name, i) => ({
  name,
  ...(i < required.length - 1
    ? { children: [i + 1] }
    : i === required.length - 1
      ? { children: [tail, hat] }
      : {}),
  ...(i === tail ? { children: [ribbon] } : {}),
}));
const one = {
  asset: { version: '2.0' },
  scene: 0,
  scenes: [{ nodes: [0] }],
  extensionsUsed: ['VRMC_vrm', 'VRMC_springBone', 'VRMC_node_constraint'],
  nodes: nodes.map((node) =>
    node.name === 'hat'
      ? {
          ...node,
          extensions: {
            VRMC_node_constraint: { specVersion: '1.0', constraint: { rotation: { source: ribbon } } },
          },
        }
      : node,
  ),
  extensions: {
    VRMC_vrm: {
      specVersion: '1.0',
      humanoid: {
        humanBones: {
          ...Object.fromEntries(required.map((name, node) => [name, { node }])),
          jaw: { node: ribbon },
        },
      },
      firstPerson: {
        meshAnnotations: [
          { node: hat, type: 'auto' },
          { node: ribbon, type: 'both' },
        ],
      },
      expressions: {
        preset: {
          happy: {
            morphTargetBinds: [
              { node: ribbon, index: 0, weight: 1 },
              { node: hat, index: 0, weight: 1 },
            ],
          },
        },
      },
    },
    VRMC_springBone: {
      specVersion: '1.0',
      colliders: [
        { node: ribbon, shape: {} },
        { node: 0, shape: {} },
      ],
      colliderGroups: [{ colliders: [0, 1] }, { colliders: [1] }],
      springs: [
        { joints: [{ node: tail }, { node: ribbon }], center: ribbon, colliderGroups: [0] },
        { joints: [{ node: ribbon }] },
      ],
    },
  },
};
const old = {
  ...{ asset: one.asset, scene: 0, scenes: one.scenes, nodes, extensionsUsed: ['VRM'] },
  extensions: {
    VRM: {
      humanoid: {
        humanBones: required.map((bone, node) => ({ bone, node })).concat({ bone: 'jaw', node: ribbon }),
      },
      firstPerson: { firstPersonBone: ribbon },
      secondaryAnimation: {
        boneGroups: [{ bones: [tail, ribbon], center: ribbon, colliderGroups: [0, 1] }],
        colliderGroups: [{ node: ribbon }, { node: 0 }],
      },
    },
  },
};

describe('an avatar (VRM)', () => {
  const without = (
    document: object,
    node: number,
  ): { extensions: Record<string, unknown>; nodes: { extensions?: object }[] } => {
    const { scene, write } = openScene(makeGlb(document), 'a.vrm');
    scene.remove(node + 1);
    return openGltf(write(scene).bytes, 'a.vrm').json as never;
  };
  it('are joints, though nothing hangs on them', () => {
    const { scene } = openScene(new TextEncoder().encode(JSON.stringify(one)), 'a.gltf');
    const joints = [...scene.walk()].filter(({ kind }) => kind === 'joint').map(({ name }) => name);
    expect(joints).toEqual([...required, 'ribbon']);
  });
  it('that an older reading took for groups are written as they came', () => {
    const bytes = new TextEncoder().encode(JSON.stringify(one));
    const { scene, write } = openScene(bytes, 'a.gltf');
    scene.reading = 2;
    for (const { id, kind } of [...scene.walk()]) if (kind === 'joint') scene.patch(id, { kind: 'group' });
    expect(write(scene).bytes).toBe(bytes);
  });
  it('tells its bones, and those that it must have (three-vrm-core)', () => {
    const { json } = openGltf(makeGlb(one), 'a.vrm');
    expect(
      humanBones(json)
        .filter((bone) => bone.required)
        .map(({ bone }) => bone)
        .sort(),
    ).toEqual([...required].sort());
    expect(humanBones(json).length).toBe(required.length + 1);
    expect(humanBones(openGltf(makeGlb(old), 'a.vrm').json).length).toBe(required.length + 1);
  });
  it('is the same bytes when nothing changed, and names change names only', () => {
    const bytes = makeGlb(one);
    const { scene, write } = openScene(bytes, 'a.vrm');
    expect(write(scene).bytes).toBe(bytes);
    scene.patch(1, { name: 'J_hips' });
    expect(openGltf(write(scene).bytes, 'a').json.extensions).toEqual(one.extensions as never);
  });
  it('loses with a node what its lists said of it, and no number moves', () => {
    const { extensions, nodes: left } = without(one, ribbon);
    const vrm = extensions['VRMC_vrm'] as typeof one.extensions.VRMC_vrm;
    expect(Object.keys(vrm.humanoid.humanBones)).toEqual(required);
    expect(vrm.firstPerson.meshAnnotations).toEqual([{ node: hat, type: 'auto' }]);
    expect(vrm.expressions.preset.happy.morphTargetBinds).toEqual([{ node: hat, index: 0, weight: 1 }]);
    expect(extensions['VRMC_springBone']).toEqual({
      specVersion: '1.0',
      colliders: [{ node: 0, shape: {} }],
      colliderGroups: [{ colliders: [0] }, { colliders: [0] }],
      springs: [{ joints: [{ node: tail }], colliderGroups: [0] }],
    });
    expect(left[hat]!.extensions).toEqual({});
  });
  it('of version 0 does so too', () => {
    expect(without(old, ribbon).extensions['VRM']).toEqual({
      humanoid: { humanBones: required.map((bone, node) => ({ bone, node })) },
      firstPerson: {},
      secondaryAnimation: {
        boneGroups: [{ bones: [tail], colliderGroups: [0] }],
        colliderGroups: [{ node: 0 }],
      },
    });
  });
  it('keeps the bones that it must have: taking one out is refused in words', () => {
    for (const document of [one, old])
      expect(() => without(document, required.indexOf('head'))).toThrowError(
        /"\w+" is the \w+ of the humanoid, which must have one/,
      );
  });
});

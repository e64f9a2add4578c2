import { readFileSync } from 'node:fs';
import { skeletonStandards, standardParent } from './skeletons.js';

/** The package's own types name their files in a way that this compiler does not follow. */
const { VRMHumanBoneName, VRMHumanBoneParentMap, VRMRequiredHumanBoneName } =
  (await import('@pixiv/three-vrm-core')) as unknown as {
    readonly VRMHumanBoneName: Record<string, string>;
    readonly VRMHumanBoneParentMap: Record<string, string | null>;
    readonly VRMRequiredHumanBoneName: Record<string, string>;
  };

const standard = (id: string) => skeletonStandards.find((one) => one.id === id)!;

describe('skeleton standards', () => {
  it('VRM 1.0: bones, parents and required bones are those of @pixiv/three-vrm-core', () => {
    const { joints } = standard('vrm-1.0');
    expect(Object.keys(joints).sort()).toEqual(Object.values(VRMHumanBoneName).sort());
    const parents = Object.fromEntries(Object.entries(joints).map(([name, { parent }]) => [name, parent]));
    expect(parents).toEqual(VRMHumanBoneParentMap);
    const required = Object.keys(joints).filter((name) => joints[name]!.required);
    expect(required.sort()).toEqual(Object.values(VRMRequiredHumanBoneName).sort());
  });
  it('WebXR hand: 25 joints, each in the published generic-hand models and in their profile', () => {
    const joints = Object.keys(standard('webxr-hand').joints);
    expect(joints).toHaveSize(25);
    const folder = new URL(
      '../../../../node_modules/@webxr-input-profiles/assets/dist/profiles/generic-hand/',
      import.meta.url,
    );
    for (const side of ['left', 'right']) {
      const bytes = readFileSync(new URL(`${side}.glb`, folder));
      const json = JSON.parse(bytes.subarray(20, 20 + bytes.readUInt32LE(12)).toString()) as {
        nodes: { name: string }[];
      };
      const names = json.nodes.map((node) => node.name);
      expect(joints.filter((joint) => !names.includes(joint)))
        .withContext(side)
        .toEqual([]);
    }
  });
  it('ISO/IEC 19774: one root, every parent a joint of the standard, level one of 18 joints', () => {
    // The joints of level of articulation one, from memory of the standard's table.
    const levelOne =
      'HumanoidRoot sacroiliac l_hip l_knee l_ankle l_midtarsal r_hip r_knee r_ankle r_midtarsal vl5 skullbase l_shoulder l_elbow l_wrist r_shoulder r_elbow r_wrist';
    const { joints } = standard('iso-19774');
    const all = Object.entries(joints);
    expect(all.filter(([, { parent }]) => parent === null).map(([name]) => name)).toEqual(['HumanoidRoot']);
    expect(all.filter(([, { parent }]) => parent !== null && !joints[parent]).map(([name]) => name)).toEqual(
      [],
    );
    expect(
      all
        .filter(([, { required }]) => required)
        .map(([name]) => name)
        .sort(),
    ).toEqual(levelOne.split(' ').sort());
  });
  it('a joint hangs under the nearest one above that is there', () => {
    const vrm = standard('vrm-1.0');
    expect(standardParent(vrm, 'head', new Set(['hips', 'spine', 'head']))).toBe('spine');
    expect(standardParent(vrm, 'hips', new Set(['hips']))).toBeNull();
    expect(standardParent(standard('iso-19774'), 'skullbase', new Set(['vl5', 'HumanoidRoot']))).toBe('vl5');
  });
});

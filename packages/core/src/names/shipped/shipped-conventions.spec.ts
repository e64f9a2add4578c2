import { skeletonStandards } from '../../templates/skeletons.js';
import { CompiledConvention } from '../slots/compiled-convention.js';
import { readName } from '../slots/read-name.js';
import { shippedConventions } from './shipped-conventions.js';

describe('shipped conventions', () => {
  const read = (id: string, kind: 'joint' | 'mesh' | 'group' | 'control', name: string) =>
    readName(new CompiledConvention(shippedConventions[id]!), kind, name);
  for (const standard of skeletonStandards) {
    it(`${standard.title}: accepts exactly the joints of the standard`, () => {
      for (const joint of Object.keys(standard.joints))
        expect(read(standard.id, 'joint', joint).fits)
          .withContext(joint)
          .toBeTrue();
      for (const joint of Object.keys(standard.joints))
        for (const near of [joint.toUpperCase() + '1', `${joint}_x`, ` ${joint}`, joint.slice(1)])
          if (!(near in standard.joints))
            expect(read(standard.id, 'joint', near).fits)
              .withContext(near)
              .toBeFalse();
      expect(read(standard.id, 'mesh', 'anything at all').misfits[0]!.code).toBe('no-pattern');
    });
  }
  // ISO/IEC 19774, VRM 1.0 and W3C WebXR hand input give the right-hand names.
  const near: [string, string, string][] = [
    ['iso-19774', 'l_sholder', 'l_shoulder'],
    ['iso-19774', 'HumanoidRot', 'HumanoidRoot'],
    ['iso-19774', 'R_Knee', 'r_knee'],
    ['vrm-1.0', 'leftUperArm', 'leftUpperArm'],
    ['vrm-1.0', 'LeftHand', 'leftHand'],
    ['webxr-hand', 'index-finger-tipp', 'index-finger-tip'],
    ['webxr-hand', 'thumb-phalanx-distl', 'thumb-phalanx-distal'],
  ];
  for (const [id, name, wanted] of near)
    it(`${id}: for ${name} it suggests ${wanted}`, () =>
      expect(read(id, 'joint', name).misfits[0]!.wanted).toBe(wanted));
  it('Rig and Set dressing take names of common practice, and say what is wrong with others', () => {
    for (const [id, kind, name] of [
      ['rig', 'joint', 'L_knee01_jnt'],
      ['rig', 'control', 'R_armIk_ctrl'],
      ['rig', 'group', 'L_arm_off'],
      ['set-dressing', 'mesh', 'rock_A_001_lo_geo'],
      ['set-dressing', 'mesh', 'rock_001_geo'],
    ] as const)
      expect(read(id, kind, name).fits)
        .withContext(name)
        .toBeTrue();
    expect(read('rig', 'joint', 'L_knee1_jnt').misfits[0]!.wanted).toBe('01');
    expect(read('set-dressing', 'mesh', 'rock_A_001_high_geo').misfits[0]!.wanted).toBe('hi');
  });
});

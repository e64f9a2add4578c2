import { testCheck } from '../../testing/check-tester.js';
import { symmetricPose } from './symmetric-pose.js';

testCheck(symmetricPose, {
  valid: [
    'r : control {"assetType":"character"}\n  L_leg : mesh @2,1,0\n  R_leg : mesh @-2,1,0\n  R_only : mesh',
    'r : control\n  L_leg : mesh @2,1,0\n  R_leg : mesh @-3,1,0',
  ],
  invalid: [
    {
      scene: 'r : control {"assetType":"character"}\n  L_leg : mesh @2,1,0\n  R_leg : mesh @-2,1.5,0',
      findings: [{ at: '/r/R_leg', messageId: 'off', message: '0.5 m from its mirror place' }],
    },
  ],
});

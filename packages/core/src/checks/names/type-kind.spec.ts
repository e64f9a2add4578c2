import { testCheck } from '../../testing/check-tester.js';
import { typeKind } from './type-kind.js';

testCheck(typeKind, {
  valid: ['door_grp', 'L_door001_steel_geo : mesh', 'geo : group', 'cut_door_grp : mesh', 'door_left : mesh'],
  invalid: [
    {
      scene: 'door_grp : mesh',
      findings: [{ at: '/door_grp', messageId: 'other', message: 'grp on a mesh' }],
    },
    { scene: 'knee_bone', findings: [{ at: '/knee_bone', messageId: 'other', message: 'bone on a group' }] },
  ],
});

import { testCheck } from '../../testing/check-tester.js';
import { placePosition } from './place-position.js';

testCheck(placePosition, {
  valid: [
    'F_door001_steel_geo : mesh @0,0,2',
    'B_door001_steel_geo : mesh @0,0,-2',
    'F_door001_steel_geo : mesh @0,0,0.4',
    'T_door001_steel_geo : mesh @0,-4,0',
    'front door : mesh @0,0,-9',
  ],
  invalid: [
    {
      scene: 'F_door001_steel_geo : mesh @0,0,-2',
      findings: [{ at: '/F_door001_steel_geo', messageId: 'other', message: 'sits back' }],
    },
  ],
});

import { testCheck } from '../../testing/check-tester.js';
import { loneChild } from './lone-child.js';

testCheck(loneChild, {
  valid: [
    'r : control {"assetType":"prop"}\n  geo_grp\n    m : mesh',
    'g\n  m : mesh',
    'r : control\n  g\n    m : mesh\n    n : mesh',
    'r : control\n  m : mesh',
    'r : control\n  skeleton_grp\n    hip : joint',
  ],
  invalid: [
    {
      scene: 'r : control\n  pin_grp\n    pin : mesh\n  z : mesh',
      findings: [{ at: '/r/pin_grp', messageId: 'lone', message: 'one child only' }],
      fixed: 'r : control\n  pin : mesh\n  z : mesh',
    },
  ],
});

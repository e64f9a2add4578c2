import { testCheck } from '../../testing/check-tester.js';
import { rootPlace } from './root-place.js';

testCheck(rootPlace, {
  valid: ['r : control\n  m : mesh @1,0,0', 'm : mesh @1,0,0'],
  invalid: [
    {
      scene: 'r : control @0,1,0\n  m : mesh',
      findings: [{ at: '/r', messageId: 'away', message: 'root not at origin' }],
    },
    { scene: 'r : control ~2,2,2\n  m : mesh\nx : mesh @1,1,1', findings: [{ at: '/r', messageId: 'away' }] },
  ],
});

import { testCheck } from '../../testing/check-tester.js';
import { notZeroed } from './not-zeroed.js';

testCheck(notZeroed, {
  valid: ['r : control @1,2,3\n  a : control\n  m : mesh @1,0,0'],
  invalid: [
    {
      scene: 'r : control\n  a : control @1,0,0',
      findings: [{ at: '/r/a', messageId: 'moved', message: 'not zeroed' }],
      fixed: 'r : control\n  a : control',
    },
  ],
});

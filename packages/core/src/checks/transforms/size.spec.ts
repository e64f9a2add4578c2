import { testCheck } from '../../testing/check-tester.js';
import { size } from './size.js';

testCheck(size, {
  valid: ['r : control\n  m : mesh', 'r : control'],
  invalid: [
    {
      scene: 'r : control\n  m : mesh ~0.001,0.001,0.001',
      findings: [{ at: '/r', messageId: 'small', message: 'only 0.002 m large' }],
    },
    { scene: 'r : control\n  m : mesh ~1,1,9000', findings: [{ at: '/r', messageId: 'large' }] },
  ],
});

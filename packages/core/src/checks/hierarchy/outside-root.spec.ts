import { testCheck } from '../../testing/check-tester.js';
import { outsideRoot } from './outside-root.js';

testCheck(outsideRoot, {
  valid: ['r : control\n  m : mesh\ncut_v : mesh\nref_x : helper', 'a : mesh\nb : mesh'],
  invalid: [
    {
      scene: 'r : control\n  m : mesh\ncable : mesh @1,2,3',
      findings: [{ at: '/cable', messageId: 'outside', message: 'outside the root' }],
      fixed: 'r : control\n  m : mesh\n  cable : mesh',
    },
    {
      scene: 'g\n  m : mesh\nc : control',
      findings: [{ at: '/g', messageId: 'outside' }],
      fixed: 'c : control\n  g\n    m : mesh',
    },
  ],
});

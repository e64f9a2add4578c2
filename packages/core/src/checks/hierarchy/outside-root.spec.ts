import { testCheck } from '../../testing/check-tester.js';
import { outsideRoot } from './outside-root.js';

testCheck(outsideRoot, {
  valid: [
    'r : control\n  m : mesh\ncut_v : mesh\nref_x : helper',
    'a : mesh\nb : mesh',
    // Two assets side by side.
    'cart\n  a : mesh\n  b : mesh @3,0,0\n  c : mesh @6,0,0\nboat @20,0,0\n  d : mesh\n  e : mesh @3,0,0\n  f : mesh @6,0,0',
  ],
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

import { testCheck } from '../../testing/check-tester.js';
import { kindUnder } from './kind-under.js';

testCheck(kindUnder, {
  valid: ['j : joint\n  k : joint\n    m : mesh', 'm : mesh\n  l : light', 'c : camera\n  aim : locator'],
  invalid: [
    {
      scene: 'sun : light\n  lamp : mesh',
      findings: [{ at: '/sun/lamp', messageId: 'under', message: 'mesh under a light' }],
    },
    { scene: 'j : joint\n  c : camera', findings: [{ at: '/j/c', messageId: 'under' }] },
  ],
});
